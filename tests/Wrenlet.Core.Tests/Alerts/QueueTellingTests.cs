using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Alerts;

public class QueueTellingTests
{
    private static readonly PersonId Ines = new(Guid.CreateVersion7());
    private static readonly PersonId Tobiah = new(Guid.CreateVersion7());
    private static readonly PersonId Kit = new(Guid.CreateVersion7());
    private static readonly PersonId Manager = new(Guid.CreateVersion7());

    private static OnDuty Working(PersonId person) => new(person, true, null);

    private static OnDuty Resting(PersonId person) => new(person, false, null);

    private static OnDuty OnLeave(PersonId person, PersonId? cover) => new(person, false, cover);

    private static List<(PersonId, AlertReason)> Told(
        QueueMoment moment,
        OnDuty? owner,
        OnDuty[] crew,
        PersonId? lateTo = null
    ) => [.. QueueTelling.Of(moment, owner, crew, lateTo).Select(a => (a.Person, a.Reason))];

    [Fact]
    public void What_nobody_owns_is_told_to_those_on_duty_who_work_now() =>
        Told(QueueMoment.New, null, [Working(Ines), Resting(Tobiah)]).ShouldBe([(Ines, AlertReason.QueueNew)]);

    [Fact]
    public void When_none_of_them_works_those_who_cover_for_the_crew_are_told() =>
        Told(QueueMoment.Soon, null, [OnLeave(Ines, Kit), Resting(Tobiah)]).ShouldBe([(Kit, AlertReason.QueueSoon)]);

    [Fact]
    public void When_nobody_covers_all_of_the_crew_are_told() =>
        Told(QueueMoment.New, null, [OnLeave(Ines, null), Resting(Tobiah)])
            .ShouldBe([(Ines, AlertReason.QueueNew), (Tobiah, AlertReason.QueueNew)]);

    [Fact]
    public void What_is_late_and_still_nobodys_goes_to_the_person_whom_the_queue_names_too()
    {
        Told(QueueMoment.Late, null, [Working(Ines)], Manager)
            .ShouldBe([(Ines, AlertReason.QueueLate), (Manager, AlertReason.QueueLate)]);
        Told(QueueMoment.Soon, null, [Working(Ines)], Manager).ShouldBe([(Ines, AlertReason.QueueSoon)]);
        Told(QueueMoment.Late, null, [], Manager).ShouldBe([(Manager, AlertReason.QueueLate)]);
    }

    [Fact]
    public void What_somebody_owns_is_told_to_them_and_to_who_covers_for_them()
    {
        Told(QueueMoment.Late, Working(Ines), [Working(Tobiah)], Manager).ShouldBe([(Ines, AlertReason.QueueLate)]);
        Told(QueueMoment.Soon, OnLeave(Ines, Kit), [Working(Tobiah)])
            .ShouldBe([(Ines, AlertReason.QueueSoon), (Kit, AlertReason.QueueSoon)]);
    }

    [Fact]
    public void What_comes_in_of_theirs_is_no_news_of_a_queue() =>
        Told(QueueMoment.New, Working(Ines), [Working(Tobiah)]).ShouldBeEmpty();

    [Fact]
    public void The_crew_it_was_given_to_looks_after_it_else_the_one_on_duty_else_the_coordinators()
    {
        Person Member(PersonId id, Role role) => new(id, "Someone", role, null, []);
        Person[] staff = [Member(Manager, Role.Manager), Member(Tobiah, Role.Coordinator)];
        var given = new Crew(new CrewId(Guid.CreateVersion7()), "paint", [Ines]);
        var onDuty = new Crew(new CrewId(Guid.CreateVersion7()), "office", [Kit]);
        QueueTelling.LookAfter(given, onDuty, staff).ShouldBe([Ines]);
        QueueTelling.LookAfter(null, onDuty, staff).ShouldBe([Kit]);
        QueueTelling.LookAfter(null, null, staff).ShouldBe([Tobiah]);
    }
}
