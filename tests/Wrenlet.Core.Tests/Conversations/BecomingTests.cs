using CsCheck;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

/// <summary>What a conversation becomes after each thing that is said or done in it.</summary>
public class BecomingTests
{
    private static readonly Instant Later = Some.Now + Duration.FromHours(1);
    private static readonly CrewId Hull = Yard.Crews[2].Id;

    private static Conversation Asked(PersonId? owner = null) =>
        Some.Conversation(owner: owner).After(Some.Entry(EntryKind.MessageIn, key: 3, via: Via.Mail));

    [Fact]
    public void A_message_of_the_party_makes_the_turn_ours_and_says_how_it_came()
    {
        var after = Asked();
        after.Exchange.Turn.ShouldBe(Turn.Ours);
        after.LastInBy.ShouldBe(Via.Mail);
        after.LastEntry.ShouldBe(3);
        after.After(Some.Entry(EntryKind.MessageIn, via: Via.Text)).LastInBy.ShouldBe(Via.Text);
    }

    [Fact]
    public void A_message_of_the_party_opens_what_was_closed_and_brings_back_what_was_set_aside()
    {
        var closed = Some.Conversation(open: false) with { ClosedAt = Some.Now, AsideUntil = Later };
        var after = closed.After(Some.Entry(EntryKind.MessageIn, at: Later));
        (after.Open, after.AsideUntil).ShouldBe((true, null));
        // When it was closed last stays known.
        after.ClosedAt.ShouldBe(Some.Now);
    }

    [Fact]
    public void What_the_party_writes_never_closes() =>
        Some.Conversation().After(Some.Entry(EntryKind.MessageIn), closes: true).Open.ShouldBeTrue();

    [Fact]
    public void A_machine_on_the_other_side_changes_nobodys_turn_and_opens_nothing()
    {
        var closed = Some.Conversation(open: false);
        var after = closed.After(Some.Entry(EntryKind.MessageIn, key: 9, via: Via.Mail, automatic: true));
        after.ShouldBe(closed with { LastEntry = 9 });
    }

    [Fact]
    public void A_reply_makes_the_turn_theirs_and_an_unowned_conversation_its_writers()
    {
        var after = Asked().After(Some.Entry(EntryKind.MessageOut, author: Some.Ines, at: Later));
        (after.Exchange.Turn, after.Owner).ShouldBe((Turn.Theirs, Some.Ines));
    }

    [Fact]
    public void A_reply_does_not_take_a_conversation_from_its_owner() =>
        Asked(Some.Odalys).After(Some.Entry(EntryKind.MessageOut, author: Some.Ines)).Owner.ShouldBe(Some.Odalys);

    [Fact]
    public void Whoever_answers_for_a_crew_owns_it_and_the_crew_has_it_no_more()
    {
        var handed = Asked() with { Crew = Hull };
        handed.After(Some.Entry(EntryKind.MessageOut, author: Some.Ines)).Crew.ShouldBeNull();
        handed.After(Some.Entry(EntryKind.MessageIn)).Crew.ShouldBe(Hull);
    }

    [Fact]
    public void A_reply_that_closes_says_when()
    {
        var after = Asked().After(Some.Entry(EntryKind.MessageOut, at: Later), closes: true);
        (after.Open, after.ClosedAt).ShouldBe((false, Later));
        // A reply into what is closed leaves it closed, since when it was.
        var again = after.After(Some.Entry(EntryKind.MessageOut, at: Later + Duration.FromHours(1)));
        (again.Open, again.ClosedAt).ShouldBe((false, Later));
    }

    [Theory]
    [InlineData(EntryKind.Note)]
    [InlineData(EntryKind.Event)]
    public void What_is_noted_and_what_happened_changes_nothing_but_the_last_entry(EntryKind kind)
    {
        var before = Asked(Some.Odalys) with { AsideUntil = Later };
        before.After(Some.Entry(kind, key: 12)).ShouldBe(before with { LastEntry = 12 });
    }

    [Fact]
    public void A_reply_that_is_taken_back_leaves_the_conversation_as_it_was() =>
        Gen.Select(Gen.Bool, Gen.Bool, Gen.Bool, Gen.Bool)
            .Sample(
                (owned, closes, aside, handed) =>
                {
                    var before = Asked(owned ? Some.Ines : null) with
                    {
                        AsideUntil = aside ? Later : null,
                        Crew = handed && !owned ? Hull : null,
                    };
                    var kept = BeforeReply.Of(before);
                    var reply = Some.Entry(EntryKind.MessageOut, key: 8, author: Some.Ines, at: Later);
                    var back = before.After(reply, closes).Without(kept, [], Some.Ines, before.LastEntry);
                    back.ShouldBe(before);
                }
            );

    [Fact]
    public void What_was_said_after_the_reply_that_is_taken_back_still_counts()
    {
        var before = Some.Conversation(open: false);
        var reply = Some.Entry(EntryKind.MessageOut, key: 8, author: Some.Ines);
        var wrote = Some.Entry(EntryKind.MessageIn, key: 9, at: Later);
        var back = before
            .After(reply)
            .After(wrote)
            .Without(BeforeReply.Of(before), [wrote], writer: Some.Ines, newest: 9);
        (back.Open, back.Exchange.Turn, back.Owner, back.LastEntry).ShouldBe((true, Turn.Ours, null, 9));
        back.Exchange.WaitingSince.ShouldBe(Later);
    }

    [Fact]
    public void Another_reply_after_it_keeps_the_conversation_its_writers()
    {
        var before = Asked();
        var reply = Some.Entry(EntryKind.MessageOut, key: 8, author: Some.Ines);
        var other = Some.Entry(EntryKind.MessageOut, key: 9, author: Some.Kit, at: Later);
        var back = before
            .After(reply)
            .After(other)
            .Without(BeforeReply.Of(before), [other], writer: Some.Ines, newest: 9);
        (back.Owner, back.Exchange.Turn).ShouldBe((Some.Kit, Turn.Theirs));
    }

    [Fact]
    public void An_owner_who_was_set_by_hand_since_stays_when_the_reply_is_taken_back()
    {
        var before = Asked();
        var after = before.After(Some.Entry(EntryKind.MessageOut, author: Some.Ines)).HandedTo(Some.Kit, null);
        after.Without(BeforeReply.Of(before), [], Some.Ines, before.LastEntry).Owner.ShouldBe(Some.Kit);
    }

    [Theory]
    [InlineData(TalkStep.Close, "Odalys closed this conversation")]
    [InlineData(TalkStep.NothingDue, "Odalys: no reply needed")]
    [InlineData(TalkStep.Aside, "Odalys put this off until later")]
    public void Each_step_says_what_was_done(TalkStep step, string words) => Step(Asked(), step).Words.ShouldBe(words);

    private static StepOutcome Step(Conversation conversation, TalkStep step, Instant? until = null) =>
        conversation.Step(step, "Odalys", until ?? (step is TalkStep.Aside ? Later : null), Some.Now, _ => "later");

    [Fact]
    public void Closing_says_when_and_ends_being_set_aside()
    {
        var after = Step(Asked() with { AsideUntil = Later }, TalkStep.Close).After.ShouldNotBeNull();
        (after.Open, after.ClosedAt, after.AsideUntil).ShouldBe((false, Some.Now, null));
        Step(after, TalkStep.Reopen).After!.Open.ShouldBeTrue();
    }

    [Fact]
    public void When_nothing_is_due_no_clock_runs_until_they_write_again()
    {
        var after = Step(Asked(), TalkStep.NothingDue).After.ShouldNotBeNull();
        after.Exchange.Turn.ShouldBe(Turn.Nobodys);
        after.After(Some.Entry(EntryKind.MessageIn, at: Later)).Exchange.WaitingSince.ShouldBe(Later);
    }

    [Fact]
    public void What_is_set_aside_is_taken_up_again()
    {
        var aside = Step(Asked(), TalkStep.Aside).After.ShouldNotBeNull();
        aside.AsideUntil.ShouldBe(Later);
        Step(aside, TalkStep.Back).After!.AsideUntil.ShouldBeNull();
    }

    [Theory]
    [InlineData(TalkStep.Close, false, "closed already")]
    [InlineData(TalkStep.Reopen, true, "open already")]
    [InlineData(TalkStep.NothingDue, false, "closed; no reply is due")]
    [InlineData(TalkStep.Aside, false, "Reopen it first")]
    [InlineData(TalkStep.Back, true, "not put off")]
    public void A_step_that_makes_no_sense_is_refused_with_why(TalkStep step, bool open, string part)
    {
        var outcome = Step(Some.Conversation(open: open), step);
        outcome.After.ShouldBeNull();
        outcome.Refusal.ShouldNotBeNull().ShouldContain(part);
    }

    [Fact]
    public void Nothing_is_set_aside_until_a_moment_that_is_gone() =>
        Step(Asked(), TalkStep.Aside, Some.Now).Refusal.ShouldNotBeNull().ShouldContain("in the future");

    [Theory]
    [InlineData(Audience.Inside)]
    [InlineData(Audience.Direct)]
    [InlineData(Audience.Group)]
    public void Only_talk_with_the_outside_is_closed_or_set_aside(Audience audience) =>
        Step(Some.Conversation(audience), TalkStep.Close).Refusal.ShouldNotBeNull().ShouldContain("Only outside");

    [Fact]
    public void It_is_given_to_a_person_or_to_a_crew_one_of_whom_takes_it()
    {
        var crews = Asked(Some.Odalys).HandedTo(null, Hull);
        (crews.Owner, crews.Crew).ShouldBe((null, Hull));
        var persons = crews.HandedTo(Some.Ines, Hull);
        (persons.Owner, persons.Crew).ShouldBe((Some.Ines, null));
    }

    [Theory]
    [InlineData(Audience.Outside, true, true)]
    [InlineData(Audience.Inside, true, true)]
    [InlineData(Audience.Direct, true, true)]
    [InlineData(Audience.Notice, true, false)]
    [InlineData(Audience.Task, true, false)]
    public void Where_an_answer_can_be_asked_for_and_a_meeting_set(Audience audience, bool meet, bool ask)
    {
        var conversation = Some.Conversation(audience);
        (conversation.MayMeet, conversation.MayAsk).ShouldBe((meet, ask));
    }

    [Fact]
    public void Of_a_stranger_nothing_is_asked_and_with_none_a_meeting_is_set()
    {
        var stranger = Some.Conversation() with
        {
            Party = null,
            Stranger = new Stranger("Somebody", "some@body.example"),
        };
        (stranger.MayMeet, stranger.MayAsk).ShouldBe((false, false));
    }
}
