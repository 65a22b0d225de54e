using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>What the reader learns from what people make of messages, and that it spoils nothing by it.</summary>
public class TeachingTests
{
    private const string Sent = "2026-04-14T08:40";
    private static readonly TaskReader Plain = new(Yard.Setting);
    private static readonly TaskOwner Office = new TaskOwner.OfCrew(Yard.Crews.Single(c => c.Name == "office").Id);
    private static readonly TaskOwner Kit = new TaskOwner.OfPerson(Yard.Named("Kit").Id);

    private static TaughtMessage Message(string text, params string[] turnedDown) =>
        new(text, Yard.Named("Odalys").Id, "Odalys Brandt", Yard.At(Sent), [], [.. turnedDown]);

    private static TaughtMessage Made(string text, string title, params TaskOwner[] owners) =>
        Message(text) with
        {
            Made = [new(title, [.. owners], null, null, Priority.Normal, null)],
        };

    private static TaskReader Taught(params TaughtMessage[] messages) =>
        TaskReader.Taught(Yard.Setting, Teaching.From(Yard.Setting, messages));

    private static System.Collections.Immutable.ImmutableArray<Draft> Read(TaskReader reader, string text) =>
        reader.Read(text, Yard.Named("Odalys").Id, Yard.At(Sent));

    [Fact]
    public void A_word_by_which_somebody_is_called_twice_is_their_name()
    {
        TaughtMessage[] messages =
        [
            Made("Reception, please ring the printers", "Ring the printers", Office),
            Made("Ask reception to print the plans", "Print the plans", Office),
        ];
        var learned = Teaching.From(Yard.Setting, messages);
        learned.Nicknames.ShouldBe([new Nickname("reception", Office, 2)]);
        var draft = Read(TaskReader.Taught(Yard.Setting, learned), "Reception: book a room by Thursday")
            .ShouldHaveSingleItem();
        draft.Title.Value.ShouldBe("Book a room");
        draft.Owners.ShouldNotBeNull().Value.ShouldBe([Office]);
        draft.Owners!.Reason.ShouldBe("You often mean office by “Reception”.");
        Teaching.Calls(Plain, messages[1], "reception").ShouldBeTrue();
        Teaching.Calls(Plain, messages[1], "plans").ShouldBeFalse();
    }

    [Fact]
    public void Once_is_no_habit_and_a_word_for_several_people_is_nobodys_name()
    {
        var once = Made("Boss, please ring the printers", "Ring the printers", Office);
        Teaching.From(Yard.Setting, [once]).Nicknames.ShouldBeEmpty();
        Teaching
            .From(
                Yard.Setting,
                [
                    once,
                    Made("Boss, please print the plans", "Print the plans", Office),
                    Made("Boss, please sweep the shed", "Sweep the shed", Kit),
                ]
            )
            .Nicknames.ShouldBeEmpty();
    }

    [Fact]
    public void What_is_to_be_done_is_nobodys_name() =>
        Teaching
            .From(
                Yard.Setting,
                [
                    Made("Pump, check it please", "Check the pump", Kit),
                    Made("Pump: clean it please", "Clean the pump", Kit),
                ]
            )
            .Nicknames.ShouldBeEmpty();

    [Fact]
    public void What_was_turned_down_is_not_read_again_on_another_day()
    {
        const string Text = "Read the weekly news of 12 April in the canteen.";
        var title = Read(Plain, Text).ShouldHaveSingleItem().Title.Value;
        var taught = Taught(Message(Text, title));
        Read(taught, "Read the weekly news of 19 April in the canteen.").ShouldBeEmpty();
        Read(taught, "@Kit please find the red ladder by Friday").ShouldHaveSingleItem();
    }

    [Fact]
    public void What_was_made_where_nothing_was_read_is_read_next_time()
    {
        const string Text = "Ladder back to the shed after use.";
        Read(Plain, Text).ShouldBeEmpty();
        var read = Read(Taught(Made(Text, "Ladder back to the shed")), Text).ShouldHaveSingleItem();
        read.Title.Value.ShouldStartWith("Ladder back to the shed");
    }

    [Fact]
    public void What_was_said_last_holds()
    {
        const string Text = "Read the weekly news of 12 April in the canteen.";
        var title = Read(Plain, Text).Single().Title.Value;
        Read(Taught(Message(Text, title), Made(Text, title)), Text).ShouldHaveSingleItem();
    }

    [Fact]
    public void A_task_made_as_it_was_read_teaches_nothing()
    {
        const string Text = "@Kit please fetch the ladder by Thursday";
        var read = Teaching.Labelled(Read(Plain, Text).Single());
        Teaching.Otherwise(Plain, Message(Text) with { Made = [read] }).ShouldBeNull();
        Differs(read with { Title = "Get the ladder" }).ShouldBe(["title"]);
        Differs(read with { Owners = [Office] }).ShouldBe(["owners"]);
        Differs(read with { Due = null }).ShouldBe(["due"]);
        Differs(read with { Start = Yard.At("2026-04-15T08:00") }).ShouldBeEmpty();
        Differs(read with { Priority = Priority.High }).ShouldBeEmpty();

        IEnumerable<string> Differs(LabelledTask made) =>
            Teaching.Otherwise(Plain, Message(Text) with { Made = [made] })?.Differs ?? [];
    }

    [Fact]
    public void Nothing_taught_is_the_reader_that_ships()
    {
        var read = Read(Taught(), "Ines: fetch the ladder by Thursday").Single();
        read.Title.Value.ShouldBe("Fetch the ladder");
        Learned.Nothing.Nicknames.ShouldBeEmpty();
    }

    /// <summary>Lessons from some messages, right or the contrary of it, leave the others as they are but for one in a hundred.</summary>
    [Theory]
    [InlineData(1, 2, false)]
    [InlineData(2, 10, true)]
    [InlineData(3, 40, false)]
    [InlineData(4, 120, true)]
    [InlineData(5, 300, true)]
    public void Learning_never_spoils_more_than_one_in_a_hundred(int seed, int count, bool contrary)
    {
        var random = new Random(seed);
        var rows = LabelledFile.All().ToList();
        var picked = rows.OrderBy(_ => random.Next()).Take(count).ToList();
        var learned = Teaching.From(
            picked[0].Message.Setting,
            [.. picked.Select(r => contrary ? Contrary(r.Message) : Corrected(r.Message))]
        );
        var others = rows.Except(picked).ToList();
        var before = others.Count(r => Fits(r, new TaskReader(r.Message.Setting)));
        var after = others.Count(r => Fits(r, TaskReader.Taught(r.Message.Setting, learned)));
        after.ShouldBeGreaterThan(before - (others.Count / 100));
    }

    private static TaughtMessage Corrected(LabelledMessage m) =>
        new(m.Text, m.Author, m.AuthorName, m.Sent, m.Tasks, []);

    private static TaughtMessage Contrary(LabelledMessage m) =>
        new(
            m.Text,
            m.Author,
            m.AuthorName,
            m.Sent,
            m.Tasks.IsEmpty ? [new(m.Text.Split('\n')[0], [], null, null, Priority.Normal, null)] : [],
            [.. m.Tasks.Select(t => t.Title)]
        );

    private static bool Fits(LabelledRow row, TaskReader reader)
    {
        var m = row.Message;
        var drafts = reader.Read(m.Text, m.Author, m.Sent, m.AuthorName);
        return drafts.Length == m.Tasks.Length
            && drafts
                .Select(Teaching.Labelled)
                .Zip(m.Tasks)
                .All(p =>
                    LabelledTask.Overlap(p.First.Title, p.Second.Title) >= 0.7
                    && p.First.Due == p.Second.Due
                    && p.First.Start == p.Second.Start
                    && p.First.Owners.SequenceEqual(p.Second.Owners)
                );
    }
}
