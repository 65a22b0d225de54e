using NodaTime;
using Wrenlet.Formats.Conversations;

namespace Wrenlet.Formats.Tests.Conversations;

public class TranscriptTests
{
    private static Duration At(double seconds) => Duration.FromMilliseconds((long)(seconds * 1000));

    [Fact]
    public void What_is_written_is_read_back()
    {
        SpokenLine[] said =
        [
            new(At(0), At(2.5), "Ines Kowal", "5 < 6 & a --> b"),
            new(At(3661.25), At(3662), "", "Nobody knows who said this"),
        ];
        Transcript.Read(Transcript.Write(said)).Lines.ShouldBe(said);
    }

    [Fact]
    public void Of_what_the_standard_allows_words_and_who_says_them_are_kept()
    {
        var (lines, wrong) = Transcript.Read(
            """
            WEBVTT - of a call
            Kind: captions

            STYLE
            ::cue { color: red }

            NOTE
            Nobody sees this

            intro
            00:01.000 --> 00:03.000 align:start position:10%
            <v.loud Ines Kowal>Keel bolts <b>three</b>
            and four &amp; five <00:02.000>are <c.red>finished</c></v>

            00:03.500 --> 00:05.000
            Before <v Kit>Which ones?</v> <v Ines Kowal>Three.

            00:06.000 --> 00:07.000

            """
        );
        wrong.ShouldBeNull();
        lines
            .Select(l => (l.Speaker, l.Words))
            .ShouldBe([
                ("Ines Kowal", "Keel bolts three and four & five are finished"),
                ("", "Before"),
                ("Kit", "Which ones?"),
                ("Ines Kowal", "Three."),
            ]);
    }

    [Theory]
    [InlineData("", "It is not WebVTT")]
    [InlineData("1\n00:00:01,000 --> 00:00:02,000\nA subtitle of another kind", "It is not WebVTT")]
    [InlineData("WEBVTTX\n\n00:01.000 --> 00:02.000\nx", "It is not WebVTT")]
    [InlineData("WEBVTT\n\n00:01 --> 00:02\nx", "is not a cue time")]
    [InlineData("WEBVTT\n\n00:03.000 --> 00:02.000\nx", "ends before it begins")]
    [InlineData("WEBVTT\n\n00:01.000 --> 00:02.000\n<b></b>", "Nothing is said in it")]
    public void What_is_none_is_said_to_be_none(string text, string wrong) =>
        Transcript.Read(text).Wrong!.ShouldContain(wrong);

    [Fact]
    public void Lines_of_one_speaker_are_joined_until_they_pause_or_another_speaks()
    {
        SpokenLine Line(double from, string who, string words) => new(At(from), At(from + 1), who, words);
        Transcript
            .Joined(
                [
                    Line(0, "A", "one"),
                    Line(2, "A", "two"),
                    Line(3, "B", "three"),
                    Line(4, "A", "four"),
                    Line(30, "A", "five"),
                ],
                Duration.FromSeconds(8),
                600
            )
            .Select(l => l.Words)
            .ShouldBe(["one two", "three", "four", "five"]);
        Transcript.Joined([Line(0, "A", "one"), Line(1, "A", "two")], Duration.FromSeconds(8), 5).Count().ShouldBe(2);
    }
}
