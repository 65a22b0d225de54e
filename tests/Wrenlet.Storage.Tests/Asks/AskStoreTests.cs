using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Tests.Asks;

public sealed class AskStoreTests : Shelf
{
    private static AskTerms Terms(Instant? due = null, TimeUp up = TimeUp.Remind, PersonId? passTo = null) =>
        new(AskKind.Choice, ["red", "blue"], true, true, 1, AskRule.Number, 2, due, up, passTo);

    private KeptAsk Asked(AskTerms? terms = null, PersonId? of = null)
    {
        var id = new AskId(Guid.CreateVersion7());
        var asking = new Asking(terms ?? Terms(), Odalys, [new Askee(of ?? Ines, Hull)], []);
        AskStore.Add(S, id, Say("Which colour?", Odalys), asking, Now);
        return AskStore.Find(S, id)!;
    }

    [Fact]
    public void An_ask_is_kept_with_its_terms_its_options_in_order_and_who_is_asked()
    {
        var terms = Terms(Now + Duration.FromHours(2), TimeUp.PassOn, Odalys);
        var kept = Asked(terms);
        kept.Asking.By.ShouldBe(Odalys);
        kept.At.ShouldBe(Now);
        kept.Conversation.ShouldBe(Inside);
        (kept.Asking.Terms with { Options = [] }).ShouldBe(terms with { Options = [] });
        kept.Asking.Terms.Options.ShouldBe(["red", "blue"]);
        kept.Asking.Askees.ShouldHaveSingleItem().ShouldBe(new Askee(Ines, Hull));
        kept.Asking.Steps.ShouldBeEmpty();
        EntryStore.Find(S, kept.Entry)!.Asks.ShouldBeTrue();
        AskStore.Find(S, new AskId(Guid.CreateVersion7())).ShouldBeNull();
    }

    [Fact]
    public void Each_step_is_kept_as_it_was_taken()
    {
        var ask = Asked();
        AskStep[] steps =
        [
            new AskStep.PassedOn(Ines, Now, Odalys, "On leave"),
            new AskStep.NotMine(Odalys, Now + Duration.FromMinutes(1), "No idea"),
            new AskStep.AskedAnew(Odalys, Now + Duration.FromMinutes(2)),
            new AskStep.Reminded(Odalys, Now + Duration.FromMinutes(3)),
            new AskStep.Withdrawn(Odalys, Now + Duration.FromMinutes(4), "Settled"),
        ];
        foreach (var step in steps)
            AskStore.Step(S, ask, step, over: false);
        var answered = new AskStep.Answered(
            Odalys,
            Now + Duration.FromMinutes(5),
            Ines,
            new Reply(null, [0, 1], "Both")
        );
        AskStore.Step(S, ask, answered, over: true);
        var kept = AskStore.Find(S, ask.Id)!.Asking.Steps;
        kept[..5].ShouldBe(steps);
        var last = kept[5].ShouldBeOfType<AskStep.Answered>();
        (last.By, last.At, last.For, last.Reply.Words).ShouldBe((Odalys, answered.At, Ines, "Both"));
        last.Reply.Chosen.ShouldBe([0, 1]);
    }

    [Fact]
    public void What_waits_for_somebody_is_found_by_being_asked_and_by_being_passed_on()
    {
        var ofInes = Asked();
        var ofOdalys = Asked(of: Odalys);
        AskStore.OpenFor(S, Ines).Select(a => a.Id).ShouldBe([ofInes.Id]);
        AskStore.Step(S, ofOdalys, new AskStep.PassedOn(Odalys, Now, Ines, ""), over: false);
        AskStore.OpenFor(S, Ines).Select(a => a.Id).ShouldBe([ofInes.Id, ofOdalys.Id]);
        AskStore.Step(S, ofInes, new AskStep.Withdrawn(Odalys, Now, ""), over: true);
        AskStore.OpenFor(S, Ines).Select(a => a.Id).ShouldBe([ofOdalys.Id]);
    }

    [Fact]
    public void What_has_run_out_is_due_once()
    {
        var ask = Asked(Terms(Now));
        Asked(Terms(Now + Duration.FromHours(1)));
        Asked(Terms());
        AskStore.Due(S, Now, 10).Select(a => a.Id).ShouldBe([ask.Id]);
        AskStore.IsDue(S, ask, Now).ShouldBeTrue();
        AskStore.IsDue(S, ask, Now - Duration.FromMinutes(1)).ShouldBeFalse();
        AskStore.RanOut(S, ask, over: false);
        AskStore.Due(S, Now, 10).ShouldBeEmpty();
        AskStore.IsDue(S, ask, Now).ShouldBeFalse();
    }

    [Fact]
    public void The_asks_of_entries_are_found_together()
    {
        var (one, two) = (Asked(), Asked());
        var found = AskStore.OfEntries(S, [one.EntryKey, two.EntryKey, 999_999]);
        found.Keys.ShouldBe([one.Entry, two.Entry], ignoreOrder: true);
    }
}
