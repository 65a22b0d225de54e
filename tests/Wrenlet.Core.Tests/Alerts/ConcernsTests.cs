using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Alerts;

/// <summary>Whom each happening concerns, and why.</summary>
public class ConcernsTests
{
    private static readonly PersonId Tobiah = Yard.Named("Tobiah").Id;
    private static readonly CrewId Hull = Yard.Crews[2].Id;

    private static ImmutableArray<PersonId> Members(CrewId crew) => crew == Hull ? [Some.Ines, Some.Kit] : [];

    private static Alert Told(PersonId whom, AlertReason why) => new(whom, why);

    private static IEnumerable<Alert> OfEntry(
        Conversation conversation,
        EntryKind kind = EntryKind.Note,
        bool automatic = false,
        EntryCircle? circle = null,
        WorkTask? task = null,
        Meeting? meeting = null,
        params PersonId[] followers
    ) => Concerns.OfEntry(conversation, kind, automatic, circle ?? EntryCircle.None, task, meeting, followers);

    [Fact]
    public void Whom_an_entry_asks_names_invites_and_answers() =>
        Concerns
            .OfNaming(new EntryCircle([Some.Ines], [Some.Kit], [Tobiah], [Some.Odalys], Some.Benedikta.Id))
            .ShouldBe([
                Told(Tobiah, AlertReason.Asked),
                Told(Some.Ines, AlertReason.Tagged),
                Told(Some.Kit, AlertReason.CrewTagged),
                Told(Some.Odalys, AlertReason.Invited),
                Told(Some.Benedikta.Id, AlertReason.Answered),
            ]);

    [Fact]
    public void A_message_of_the_party_concerns_the_owner_of_the_talk_and_who_follows_the_docket() =>
        OfEntry(Some.Conversation(owner: Some.Ines), EntryKind.MessageIn, followers: [Tobiah])
            .ShouldBe([
                Told(Some.Ines, AlertReason.OwnConversation),
                Told(Some.Odalys, AlertReason.Following),
                Told(Tobiah, AlertReason.Following),
            ]);

    [Theory]
    [InlineData(EntryKind.Note)]
    [InlineData(EntryKind.MessageOut)]
    public void What_we_say_ourselves_does_not_call_the_owner(EntryKind kind) =>
        OfEntry(Some.Conversation(owner: Some.Ines), kind).ShouldBe([Told(Some.Odalys, AlertReason.Following)]);

    [Fact]
    public void What_a_machine_wrote_concerns_nobody_by_itself() =>
        OfEntry(Some.Conversation(owner: Some.Ines), EntryKind.MessageIn, automatic: true, followers: [Tobiah])
            .ShouldBeEmpty();

    [Fact]
    public void What_colleagues_write_to_one_another_concerns_its_members()
    {
        var direct = Some.Conversation(Audience.Direct) with { Members = [Some.Ines, Some.Kit] };
        OfEntry(direct, followers: [Tobiah]).Select(a => a.Reason).Distinct().ShouldBe([AlertReason.WroteToYou]);
        OfEntry(direct).Select(a => a.Person).ShouldBe([Some.Ines, Some.Kit]);
        OfEntry(direct with { Audience = Audience.Group })
            .Select(a => a.Reason)
            .Distinct()
            .ShouldBe([AlertReason.InGroup]);
    }

    [Fact]
    public void What_is_said_about_a_task_concerns_its_people_and_not_the_dockets()
    {
        var task = Some.Task(owners: [Some.Of(Some.Ines), Some.Of(Hull)]) with { Watchers = [Tobiah] };
        OfEntry(Some.Conversation(Audience.Inside), task: task, followers: [Some.Kit])
            .ShouldBe([
                Told(Some.Ines, AlertReason.OwnTask),
                Told(Some.Odalys, AlertReason.OwnTask),
                Told(Tobiah, AlertReason.WatchedTask),
            ]);
    }

    private static Meeting Met(params Invitee[] invitees) =>
        new("Berth plan", Some.Now, Some.Now + Duration.FromHours(1), "", false, Some.Odalys, 0, false, [.. invitees]);

    [Fact]
    public void What_is_said_about_a_meeting_concerns_who_takes_part() =>
        OfEntry(Some.Conversation(Audience.Inside), meeting: Met(new Invitee(Some.Odalys), new Invitee(Some.Ines)))
            .ShouldBe([Told(Some.Odalys, AlertReason.OwnMeeting), Told(Some.Ines, AlertReason.OwnMeeting)]);

    [Fact]
    public void Who_does_not_come_is_not_reminded_of_a_meeting() =>
        Concerns
            .OfMeetingSoon(Met(new Invitee(Some.Ines, Attendance.NotComing), new Invitee(Some.Kit)))
            .ShouldBe([Told(Some.Kit, AlertReason.MeetingSoon)]);

    [Fact]
    public void A_stage_that_moved_concerns_the_dockets_owner_and_followers()
    {
        Concerns
            .OfDocket(Some.Odalys, [Tobiah])
            .ShouldBe([Told(Some.Odalys, AlertReason.Following), Told(Tobiah, AlertReason.Following)]);
        Concerns.OfDocket(null, []).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_handed_over_concerns_those_it_is_given_to() =>
        Concerns.OfHandover([Some.Ines]).ShouldBe([Told(Some.Ines, AlertReason.HandedOver)]);

    [Fact]
    public void A_mail_that_came_back_concerns_who_wrote_it_and_who_owns_the_talk()
    {
        Concerns
            .OfReturn(Some.Ines, Some.Odalys)
            .ShouldBe([Told(Some.Ines, AlertReason.Undelivered), Told(Some.Odalys, AlertReason.Undelivered)]);
        Concerns.OfReturn(null, null).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_back_again_concerns_its_owner_if_it_has_one()
    {
        Concerns.OfBack(Some.Ines).ShouldBe([Told(Some.Ines, AlertReason.BackAgain)]);
        Concerns.OfBack(null).ShouldBeEmpty();
    }

    [Fact]
    public void A_task_that_is_new_concerns_its_owners_a_crews_people_each() =>
        Concerns
            .OfTaskChange(null, Some.Task(owners: [Some.Of(Tobiah), Some.Of(Hull)]), Members)
            .ShouldBe([
                Told(Tobiah, AlertReason.TaskGiven),
                Told(Some.Ines, AlertReason.TaskGiven),
                Told(Some.Kit, AlertReason.TaskGiven),
            ]);

    [Fact]
    public void A_task_that_changes_is_given_only_to_owners_who_are_new_to_it()
    {
        var before = Some.Task(owners: [Some.Of(Some.Ines)]);
        var after = before with { Owners = [.. before.Owners, new OwnerShare(Some.Of(Tobiah), false)] };
        Concerns
            .OfTaskChange(before, after, Members)
            .ShouldBe([
                Told(Tobiah, AlertReason.TaskGiven),
                Told(Some.Ines, AlertReason.OwnTask),
                Told(Tobiah, AlertReason.OwnTask),
                Told(Some.Odalys, AlertReason.OwnTask),
            ]);
    }

    [Fact]
    public void What_is_done_because_its_parts_are_is_not_said_to_followers() =>
        Concerns
            .OfTaskCarried(Some.Task(owners: [Some.Of(Some.Ines)]) with { Watchers = [Tobiah] })
            .Select(a => a.Person)
            .ShouldBe([Some.Ines, Some.Odalys]);

    [Fact]
    public void Owners_are_reminded_and_the_next_up_only_where_it_stays_late_or_nobody_owns_it()
    {
        var task = Some.Task(owners: [Some.Of(Hull)]);
        IEnumerable<Alert> Of(WorkTask task, int nth, PersonId? docketOwner = null) =>
            Concerns.OfReminder(task, new Reminder(default, nth), docketOwner, Members);
        Of(task, 0, Tobiah).ShouldBe([Told(Some.Ines, AlertReason.TaskDue), Told(Some.Kit, AlertReason.TaskDue)]);
        Of(task, Reminder.NextFrom, Tobiah).Skip(2).ShouldBe([Told(Some.Odalys, AlertReason.AskedLate)]);
        Of(task, Reminder.LastFrom, Tobiah)
            .Skip(2)
            .ShouldBe([Told(Some.Odalys, AlertReason.AskedLate), Told(Tobiah, AlertReason.DocketTaskLate)]);
        Of(task, Reminder.LastFrom, Some.Odalys).Skip(2).ShouldBe([Told(Some.Odalys, AlertReason.AskedLate)]);
        Of(Some.Task(), 0, Tobiah).ShouldBe([Told(Some.Odalys, AlertReason.AskedLate)]);
    }

    [Fact]
    public void Who_owns_a_task_is_not_next_up_of_it()
    {
        var task = Some.Task(owners: [Some.Of(Some.Odalys)]);
        Concerns
            .OfReminder(task, new Reminder(default, Reminder.NextFrom), Tobiah, Members)
            .ShouldBe([Told(Some.Odalys, AlertReason.TaskDue), Told(Tobiah, AlertReason.DocketTaskLate)]);
        Concerns
            .OfReminder(task, new Reminder(default, Reminder.LastFrom), Some.Odalys, Members)
            .ShouldBe([Told(Some.Odalys, AlertReason.TaskDue)]);
    }

    [Fact]
    public void Who_wrote_a_wait_down_and_who_has_the_task_are_asked_whether_it_has_come()
    {
        var task = Some.Task(owners: [new TaskOwner.OfPerson(Some.Ines)]);
        var wait = new DatedWait(
            Guid.CreateVersion7(),
            task.Id,
            "The pump",
            null,
            Some.Odalys,
            Some.Now,
            Some.Now,
            Some.Now
        );
        Concerns
            .OfWait(task, wait, Members)
            .ShouldBe([Told(Some.Odalys, AlertReason.NotCome), Told(Some.Ines, AlertReason.NotCome)]);
    }

    [Theory]
    [InlineData(AlertReason.Asked, false)]
    [InlineData(AlertReason.Invited, false)]
    [InlineData(AlertReason.Tagged, true)]
    [InlineData(AlertReason.HandedOver, true)]
    [InlineData(AlertReason.Following, false)]
    [InlineData(AlertReason.WatchedTask, false)]
    public void What_asks_for_something_that_stands_nowhere_else_needs_one(AlertReason reason, bool needs) =>
        AlertLevels.Needs(reason).ShouldBe(needs);
}
