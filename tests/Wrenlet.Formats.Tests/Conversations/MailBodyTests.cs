using Wrenlet.Formats.Conversations;

namespace Wrenlet.Formats.Tests.Conversations;

public class MailBodyTests
{
    [Fact]
    public void The_signature_and_the_history_are_folded_away()
    {
        var body = MailBody.FromPlain("Yes, do it.\n\nOn Mon, 13 Apr 2026 Odalys wrote:\n> Shall we?\n> Say so.\n");
        body.Said.ShouldBe("Yes, do it.");
        body.Folded.ShouldStartWith("On Mon, 13 Apr");
        MailBody.FromPlain("Thanks\n-- \nBenedikta").Said.ShouldBe("Thanks");
    }

    [Theory]
    [InlineData("Am 13. April 2026 schrieb Odalys:")]
    [InlineData("Le lun. 13 avr. 2026, Odalys a écrit :")]
    [InlineData("Em seg., 13 de abr. de 2026, Odalys escreveu:")]
    [InlineData("On Mon, 13 Apr 2026 at 16:40, Odalys of the firm\nand her colleagues wrote:")]
    public void History_is_known_by_who_wrote_it_in_several_languages(string attribution) =>
        MailBody.FromPlain($"Yes.\n\n{attribution}\n\n> Shall we?\n").Said.ShouldBe("Yes.");

    [Theory]
    [InlineData("Yes.\n\n----- Original Message -----\nFrom: a\n")]
    [InlineData("Yes.\n\nFrom: Odalys\nSent: Monday\nTo: me\n\nShall we?")]
    [InlineData("Yes.\n\nVon: Odalys\nGesendet: Montag\n\nSollen wir?")]
    [InlineData("Yes.\n\n_______________\nFrom: a")]
    public void A_mail_that_was_put_below_is_history(string text) => MailBody.FromPlain(text).Said.ShouldBe("Yes.");

    [Fact]
    public void Answers_between_quoted_lines_are_all_said()
    {
        var text = "> Shall we?\nYes.\n> And when?\nOn Friday.\n";
        MailBody.FromPlain(text).Said.ShouldBe(text.Trim());
        MailBody.FromPlain(text).Folded.ShouldBe("");
    }

    [Fact]
    public void What_is_quoted_below_the_last_answer_is_history() =>
        MailBody.FromPlain("> Shall we?\nYes.\n\n> And the rest\n> of it\n").Said.ShouldBe("> Shall we?\nYes.");

    [Fact]
    public void A_mail_that_is_nothing_but_history_says_it_all()
    {
        var body = MailBody.FromPlain("> Only this\n> came back\n");
        body.Said.ShouldBe("> Only this\n> came back");
        body.Folded.ShouldBe("");
    }

    [Theory]
    [InlineData("> quoted\n")]
    [InlineData("> quoted\nsaid\n")]
    [InlineData("On Mon, 13 Apr 2026 Odalys wrote:\n")]
    public void A_mail_of_hundreds_of_thousands_of_lines_is_folded_too(string line)
    {
        // By the square of its lines it would not end while anybody waits.
        var text = "Yes.\n" + string.Concat(Enumerable.Repeat(line, 200_000)) + "\nfrom me";
        MailBody.FromPlain(text).Said.ShouldStartWith("Yes.");
    }

    [Fact]
    public void Html_keeps_words_and_loses_what_would_do_something()
    {
        var body = MailBody.FromHtml(
            "<html><head><title>x</title><style>p{}</style></head><body>"
                + "<p>Yes<script>alert(1)</script>, <b>do</b> it.</p><iframe src=x>no</iframe></body></html>"
        );
        body.Said.ShouldBe("Yes, do it.");
        var html = body.Html(_ => null);
        html.ShouldContain("<b>do</b>");
        html.ShouldNotContain("script");
        html.ShouldNotContain("iframe");
    }

    [Fact]
    public void Quoted_history_of_html_is_folded()
    {
        var body = MailBody.FromHtml(
            "<div><p>Yes.</p><p>On Mon, 13 Apr 2026 Odalys wrote:</p><blockquote>Shall we?</blockquote></div>"
        );
        body.Said.ShouldBe("Yes.");
        body.Folded.ShouldContain("Shall we?");
        body.Html(_ => null).ShouldContain("<details>");
    }

    [Fact]
    public void Blocks_of_html_stand_on_lines_of_their_own() =>
        MailBody.FromHtml("<ul><li>one</li><li>two</li></ul>three<br>four").Said.ShouldBe("- one\n- two\nthree\nfour");
}
