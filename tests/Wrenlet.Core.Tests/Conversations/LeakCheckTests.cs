using CsCheck;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

public class LeakCheckTests
{
    private const string Note = "She still owes us for the winter of last year, so be careful with extra work.";

    private static LeavingDraft Draft(string plain, string[]? inside = null, string[]? outside = null) =>
        new(
            plain,
            [.. (inside ?? [Note]).Select(n => new SaidBefore(n, "Tobiah"))],
            outside ?? [],
            [],
            [],
            [],
            [],
            "Benedikta Thorne"
        );

    [Fact]
    public void Eight_words_from_inside_hold_a_draft_up_and_are_marked()
    {
        const string Words = "Dear Benedikta, she still owes us for the winter of last YEAR and more.";
        var leak = LeakCheck.Of(Draft(Words)).ShouldHaveSingleItem();
        leak.Kind.ShouldBe(LeakKind.InsideWords);
        Words[leak.Start..leak.End].ShouldBe("she still owes us for the winter of last YEAR");
        leak.Reason.ShouldBe(
            "10 words repeat what Tobiah wrote internally. Rephrase it unless Benedikta Thorne may read it."
        );
    }

    [Theory]
    [InlineData("still owes us for the winter of next year")]
    [InlineData("be careful with extra work")]
    [InlineData("")]
    public void Seven_words_or_fewer_do_not(string words) => LeakCheck.Of(Draft(words)).ShouldBeEmpty();

    [Fact]
    public void Punctuation_case_and_accents_do_not_hide_a_repetition() =>
        LeakCheck
            .Of(Draft("SHE, still -- owes us (for the winter) of last yéar!"))
            .ShouldHaveSingleItem()
            .Kind.ShouldBe(LeakKind.InsideWords);

    [Fact]
    public void What_the_party_said_itself_is_no_leak_when_a_colleague_repeated_it_inside()
    {
        const string Theirs = "the bilge pump has been running since lunch and does not stop";
        LeakCheck.Of(Draft($"You wrote that {Theirs}.", [$"She says {Theirs}"], [Theirs])).ShouldBeEmpty();
        LeakCheck.Of(Draft($"You wrote that {Theirs}.", [$"She says {Theirs}"], [])).ShouldHaveSingleItem();
    }

    [Fact]
    public void Two_runs_are_two_reasons_with_their_own_marks()
    {
        var second = "nobody is to touch the keel before the surveyor was here";
        var leaks = LeakCheck.Of(Draft($"First: {Note[..46]} Then: {second}.", [Note, second]));
        leaks.Length.ShouldBe(2);
        leaks[0].End.ShouldBeLessThan(leaks[1].Start);
    }

    [Fact]
    public void Files_things_tags_and_addresses_have_reasons_of_their_own()
    {
        var leaks = LeakCheck.Of(
            new LeavingDraft(
                "See #T-312 and ask @Caspian Oduya",
                [],
                [],
                ["price list.pdf"],
                ["#T-312"],
                ["@Caspian Oduya"],
                ["b@elsewhere.example"],
                "Benedikta Thorne"
            )
        );
        leaks
            .Select(l => l.Kind)
            .ShouldBe([LeakKind.UnseenThing, LeakKind.OutsideTag, LeakKind.InsideFile, LeakKind.ForeignAddress]);
        leaks[0].Start.ShouldBe(4);
        leaks[2].Start.ShouldBe(-1);
        leaks.ShouldAllBe(l => l.Reason.EndsWith('.'));
    }

    [Fact]
    public void A_run_is_found_exactly_when_eight_words_in_a_row_are_shared()
    {
        var words = Gen.OneOfConst("a1", "b2", "c3").List[0, 24].Select(w => string.Join(' ', w));
        Gen.Select(words, words)
            .Sample(
                (draft, inside) =>
                {
                    var (d, n) = (draft.Split(' '), inside.Split(' '));
                    var shared = Enumerable
                        .Range(0, Math.Max(0, d.Length - 7))
                        .Any(i =>
                            Enumerable
                                .Range(0, Math.Max(0, n.Length - 7))
                                .Any(j => d.Skip(i).Take(8).SequenceEqual(n.Skip(j).Take(8)))
                        );
                    LeakCheck.Of(Draft(draft, [inside])).Any().ShouldBe(shared);
                }
            );
    }

    [Fact]
    public void Each_run_of_eight_words_holds_a_probe_whole()
    {
        LeakCheck.Probes("one two three four five six seven").ShouldBeEmpty();
        LeakCheck
            .Probes("one, two three four five six seven eight nine")
            .ShouldBe(["one two three four", "six seven eight nine"]);
        Gen.Int[8, 60]
            .SelectMany(n => Gen.Int[0, n - 8].Select(at => (n, at)))
            .Sample(
                (n, at) =>
                {
                    var words = Enumerable.Range(0, n).Select(i => $"w{i}").ToList();
                    var run = $" {string.Join(' ', words.Skip(at).Take(8))} ";
                    LeakCheck
                        .Probes(string.Join(' ', words))
                        .ShouldContain(p => run.Contains($" {p} ", StringComparison.Ordinal));
                }
            );
    }

    [Fact]
    public void Words_said_with_another_party_are_held_up_and_named_as_theirs()
    {
        const string Theirs = "we can let you have the crane for half a day on Monday";
        var leak = LeakCheck
            .Of(
                Draft($"By the way: {Theirs}.") with
                {
                    Inside = [new SaidBefore(Theirs, "Odalys", With: "Saoirse Quill")],
                }
            )
            .ShouldHaveSingleItem();
        leak.Kind.ShouldBe(LeakKind.OtherWords);
        leak.Reason.ShouldStartWith("13 words repeat what was said with Saoirse Quill.");
    }

    [Fact]
    public void The_runs_that_a_draft_shares_are_told_word_by_word() =>
        LeakCheck
            .Shared($"First: {Note[..46]} Then nothing.", [new(Note, "Tobiah")])
            .ShouldBe(["She still owes us for the winter of last year"]);

    /// <summary>What one look costs is as long as the texts, counted in allocated bytes.</summary>
    [Fact]
    public void Two_texts_of_a_hundred_thousand_characters_cost_no_more_than_their_length()
    {
        var words = string.Join(' ', Enumerable.Range(0, 18_000).Select(i => $"w{i}"));
        var draft = Draft(words, [.. Enumerable.Repeat(words, 10)]);
        LeakCheck.Of(draft).ShouldHaveSingleItem();
        var before = GC.GetAllocatedBytesForCurrentThread();
        LeakCheck.Of(draft).ShouldHaveSingleItem();
        LeakCheck.Probes(words).Length.ShouldBe(LeakCheck.MostProbes);
        (GC.GetAllocatedBytesForCurrentThread() - before).ShouldBeLessThan(40L * words.Length * 11);
    }

    private static (long Order, EntryKind Kind, PersonId? Author) Same(
        (long Order, EntryKind Kind, PersonId? Author) e
    ) => e;

    [Fact]
    public void Only_replies_by_others_after_what_was_seen_are_missed()
    {
        var (odalys, hanneke) = (Yard.Named("Odalys").Id, Yard.Named("Hanneke").Id);
        (long, EntryKind, PersonId?)[] later =
        [
            (5, EntryKind.MessageOut, hanneke),
            (6, EntryKind.MessageOut, odalys),
            (7, EntryKind.MessageIn, null),
            (8, EntryKind.Event, hanneke),
            (9, EntryKind.MessageOut, hanneke),
        ];
        MissedReply.Of(5, odalys, later, Same).ShouldBe([later[4]]);
        MissedReply.Of(4, odalys, later, Same).Length.ShouldBe(2);
        MissedReply.Of(9, odalys, later, Same).ShouldBeEmpty();
        MissedReply.Of(null, odalys, later, Same).ShouldBeEmpty();
    }

    [Fact]
    public void A_stock_reply_is_filled_where_something_is_known_and_names_what_is_not()
    {
        var values = new Dictionary<string, string?> { ["party first name"] = "Benedikta", ["launch"] = null };
        var (text, unfilled) = StockFields.Fill(
            "Dear {party first name}, she goes in on {launch}. {not a field}",
            values,
            [.. StockFields.Always, "launch"]
        );
        text.ShouldBe("Dear Benedikta, she goes in on {launch}. {not a field}");
        unfilled.ShouldBe(["{launch}"]);
        StockFields.Unknown("{party} {wrong one}", StockFields.Always).ShouldBe(["{wrong one}"]);
    }
}
