using CsCheck;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Alerts;

public class AlertingTests
{
    private static readonly Place Open = new Place.Inside(DocketSight.Open);

    private static Person? Find(PersonId id) => Yard.Staff.FirstOrDefault(p => p.Id == id);

    [Fact]
    public void One_event_alerts_a_person_once_by_the_strongest_reason()
    {
        var ines = Yard.Named("Ines").Id;
        Alerting
            .Whom(
                Yard.Named("Odalys").Id,
                Open,
                Thing.Said,
                [new(ines, AlertReason.Following), new(ines, AlertReason.Tagged), new(ines, AlertReason.CrewTagged)],
                Find
            )
            .ShouldBe([new Alert(ines, AlertReason.Tagged)]);
    }

    [Fact]
    public void Nobody_is_alerted_of_what_they_did_themselves() =>
        Alerting
            .Whom(Yard.Named("Ines").Id, Open, Thing.Said, [new(Yard.Named("Ines").Id, AlertReason.Tagged)], Find)
            .ShouldBeEmpty();

    [Fact]
    public void Nobody_is_alerted_of_what_they_do_not_see() =>
        Alerting
            .Whom(
                null,
                new Place.Inside(DocketSight.Only([], [])),
                Thing.Said,
                [new(Yard.Named("Ines").Id, AlertReason.Tagged)],
                Find
            )
            .ShouldBeEmpty();

    [Fact]
    public void Each_who_should_be_told_is_told_once_and_no_one_else() =>
        Gen.Select(Gen.Select(Gen.Int[0, 7], Gen.Int[0, 6]).Array[0, 20], Gen.Int[-1, 7], Gen.Int[0, 255], Gen.Bool)
            .Sample(
                (rows, by, listed, limited) =>
                {
                    var actor = by < 0 ? (PersonId?)null : Yard.Staff[by].Id;
                    var sight = limited
                        ? DocketSight.Only(Yard.Staff.Where((_, i) => (listed >> i & 1) == 1).Select(p => p.Id), [])
                        : DocketSight.Open;
                    var told = Alerting.Whom(
                        actor,
                        new Place.Inside(sight),
                        Thing.Working,
                        rows.Select(r => new Alert(Yard.Staff[r.Item1].Id, (AlertReason)r.Item2)),
                        Find
                    );
                    for (var i = 0; i < Yard.Staff.Length; i++)
                    {
                        var reasons = rows.Where(r => r.Item1 == i).Select(r => r.Item2).ToList();
                        var expected = reasons.Count > 0 && i != by && (!limited || (listed >> i & 1) == 1) ? 1 : 0;
                        var alerts = told.Where(a => a.Person == Yard.Staff[i].Id).ToList();
                        alerts.Count.ShouldBe(expected);
                        if (expected == 1)
                            alerts[0].Reason.ShouldBe((AlertReason)reasons.Min());
                    }
                },
                iter: 3000
            );

    [Fact]
    public void Of_what_one_does_not_want_to_hear_one_is_told_only_what_was_handed_to_one()
    {
        var ines = Yard.Named("Ines").Id;
        AlertReason[] Told(Level level) =>
            [
                .. Enum.GetValues<AlertReason>()
                    .Where(r => Alerting.Whom(null, Open, Thing.Said, [new(ines, r)], Find, _ => level).Length == 1),
            ];
        Told(Level.Everything).ShouldBe(Enum.GetValues<AlertReason>());
        Told(Level.ForMe)
            .ShouldBe(
                Enum.GetValues<AlertReason>()
                    .Except([AlertReason.Following, AlertReason.InGroup, AlertReason.Noticed, AlertReason.WatchedTask])
            );
        Told(Level.Asks)
            .ShouldBe([
                AlertReason.Asked,
                AlertReason.Called,
                AlertReason.HandedOver,
                AlertReason.Undelivered,
                AlertReason.BackAgain,
                AlertReason.Stuck,
                AlertReason.QueueLate,
                AlertReason.QueueSoon,
                AlertReason.QueueNew,
                AlertReason.HandedOn,
                AlertReason.TaskGiven,
                AlertReason.DiscussionGiven,
                AlertReason.Invited,
                AlertReason.ToConfirm,
                AlertReason.OwnAsk,
            ]);
    }

    /// <summary>
    /// Events, people, levels and limits at random, against the rule written out for one person at a time.
    /// </summary>
    [Fact]
    public void Whoever_should_be_told_is_told_once_by_the_strongest_reason_and_no_one_else_whatever_they_want_to_hear() =>
        Gen.Select(
                Gen.Select(Gen.Int[0, 7], Gen.Enum<AlertReason>()).Array[0, 25],
                Gen.Int[-1, 7],
                Gen.Int[0, 255],
                Gen.Bool,
                Gen.Enum<Level>().Array[8]
            )
            .Sample(
                (rows, by, listed, limited, levels) =>
                {
                    var sight = limited
                        ? DocketSight.Only(Yard.Staff.Where((_, i) => (listed >> i & 1) == 1).Select(p => p.Id), [])
                        : DocketSight.Open;
                    var told = Alerting.Whom(
                        by < 0 ? null : Yard.Staff[by].Id,
                        new Place.Inside(sight),
                        Thing.Said,
                        rows.Select(r => new Alert(Yard.Staff[r.Item1].Id, r.Item2)),
                        Find,
                        id => levels[Yard.Staff.IndexOf(Yard.Staff.First(p => p.Id == id))]
                    );
                    for (var i = 0; i < Yard.Staff.Length; i++)
                    {
                        AlertReason? strongest = null;
                        foreach (var (person, reason) in rows)
                            if (person == i && (strongest is null || reason < strongest))
                                strongest = reason;
                        if (i == by || (limited && (listed >> i & 1) == 0))
                            strongest = null;
                        if (
                            levels[i] is Level.ForMe
                            && (
                                strongest
                                is AlertReason.Following
                                    or AlertReason.InGroup
                                    or AlertReason.Noticed
                                    or AlertReason.WatchedTask
                            )
                        )
                            strongest = null;
                        if (
                            strongest is { } s
                            && levels[i] is Level.Asks
                            && s
                                is not (
                                    AlertReason.Asked
                                    or AlertReason.OwnAsk
                                    or AlertReason.Called
                                    or AlertReason.HandedOver
                                    or AlertReason.Undelivered
                                    or AlertReason.BackAgain
                                    or AlertReason.Stuck
                                    or AlertReason.QueueLate
                                    or AlertReason.QueueSoon
                                    or AlertReason.QueueNew
                                    or AlertReason.HandedOn
                                    or AlertReason.TaskGiven
                                    or AlertReason.DiscussionGiven
                                    or AlertReason.Invited
                                    or AlertReason.ToConfirm
                                )
                        )
                            strongest = null;
                        told.Where(a => a.Person == Yard.Staff[i].Id)
                            .Select(a => a.Reason)
                            .ShouldBe(strongest is { } one ? [one] : []);
                    }
                },
                iter: 5000
            );

    /// <summary>
    /// Events, people, levels and quiet hours at random: quiet hours hold back what would pop up and nothing else.
    /// Quiet is
    /// found here by going back from the moment, minute by minute, to the last time at which it began or ended.
    /// </summary>
    [Fact]
    public void Quiet_hours_hold_back_what_pops_up_and_never_the_list()
    {
        var minute = Gen.Int[0, 1439].Select(m => LocalTime.Midnight.PlusMinutes(m));
        var quiet = Gen.Select(minute, minute, Gen.Bool).Select(q => new QuietHours(q.Item1, q.Item2, q.Item3));
        Gen.Select(
                Gen.Select(Gen.Int[0, 7], Gen.Enum<AlertReason>()).Array[1, 12],
                Gen.Enum<Level>().Array[8],
                quiet.Array[8],
                Gen.Int[0, 60 * 24 * 21]
            )
            .Sample(
                (rows, levels, quiets, after) =>
                {
                    var now = Instant.FromUtc(2026, 4, 20, 0, 0) + Duration.FromMinutes(after);
                    var local = now.InZone(Yard.Hours.Zone).LocalDateTime;
                    var told = Alerting.Whom(
                        null,
                        Open,
                        Thing.Said,
                        rows.Select(r => new Alert(Yard.Staff[r.Item1].Id, r.Item2)),
                        Find,
                        id => levels[Yard.Staff.IndexOf(Yard.Staff.First(p => p.Id == id))]
                    );
                    foreach (var alert in told)
                    {
                        var person = Yard.Staff.IndexOf(Yard.Staff.First(p => p.Id == alert.Person));
                        var (from, to, daysOff) = (quiets[person].From, quiets[person].To, quiets[person].DaysOff);
                        var began = false;
                        if (from != to)
                        {
                            var at = local.TimeOfDay;
                            while (at != from && at != to)
                                at = at.PlusMinutes(-1);
                            began = at == from;
                        }

                        var off =
                            daysOff
                            && (
                                local.DayOfWeek is IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday
                                || !Yard.Hours.IsWorkingDay(local.Date)
                            );
                        var forMe =
                            alert.Reason
                            is not (
                                AlertReason.Following
                                or AlertReason.InGroup
                                or AlertReason.Noticed
                                or AlertReason.WatchedTask
                            );
                        AlertLevels
                            .PopsUp(alert.Reason, quiets[person], now, Yard.Hours)
                            .ShouldBe(forMe && !began && !off);
                    }

                    told.Select(a => a.Person).Distinct().Count().ShouldBe(told.Length);
                },
                iter: 3000
            );
    }

    [Theory]
    [InlineData("22:00", "07:00", "2026-04-14T23:30", true)]
    [InlineData("22:00", "07:00", "2026-04-15T06:59", true)]
    [InlineData("22:00", "07:00", "2026-04-15T07:00", false)]
    [InlineData("12:00", "13:00", "2026-04-14T12:30", true)]
    [InlineData("12:00", "13:00", "2026-04-14T13:00", false)]
    [InlineData("09:00", "09:00", "2026-04-14T09:00", false)]
    [InlineData("09:00", "09:00", "2026-04-18T09:00", true)]
    public void Quiet_hours_go_by_the_clock_and_the_working_days_of_the_person(
        string from,
        string to,
        string at,
        bool quiet
    )
    {
        var time = NodaTime.Text.LocalTimePattern.CreateWithInvariantCulture("HH:mm");
        var hours = new QuietHours(time.Parse(from).Value, time.Parse(to).Value, true);
        var moment = NodaTime
            .Text.LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm")
            .Parse(at)
            .Value.InZoneLeniently(Yard.Hours.Zone)
            .ToInstant();
        hours.At(moment, Yard.Hours).ShouldBe(quiet);
    }

    [Theory]
    [InlineData(AlertReason.Tagged, "Odalys tagged you")]
    [InlineData(AlertReason.HandedOver, "Odalys handed a conversation over to you")]
    [InlineData(AlertReason.HandedOn, "Odalys handed a conversation on")]
    public void The_reason_is_said_in_words(AlertReason reason, string words) =>
        Alerting.Words(reason, "Odalys").ShouldBe(words);

    [Theory]
    [InlineData(AlertReason.OwnConversation, null, "Benedikta Thorne wrote")]
    [InlineData(AlertReason.QueueNew, null, "Benedikta Thorne wrote; nobody owns it yet")]
    [InlineData(AlertReason.QueueSoon, null, "Benedikta Thorne waits: little time left")]
    [InlineData(AlertReason.QueueLate, null, "Benedikta Thorne waits: late")]
    [InlineData(AlertReason.HandedOver, "Odalys", "Odalys handed Benedikta Thorne’s conversation over to you")]
    [InlineData(AlertReason.OwnMeeting, null, "Benedikta Thorne, about a meeting of yours")]
    [InlineData(AlertReason.OwnAsk, null, "Benedikta Thorne, about what you asked")]
    [InlineData(AlertReason.Undelivered, null, "It did not reach Benedikta Thorne")]
    [InlineData(AlertReason.Following, null, "Benedikta Thorne wrote")]
    public void Whose_words_or_matter_it_is_stands_first(AlertReason reason, string? by, string words) =>
        Alerting.Words(reason, by, "Benedikta Thorne").ShouldBe(words);

    [Fact]
    public void Each_reason_has_words_and_an_explanation_that_end_as_sentences()
    {
        foreach (var reason in Enum.GetValues<AlertReason>())
        {
            Alerting.Words(reason, null).ShouldNotBeNullOrWhiteSpace();
            foreach (var level in Enum.GetValues<Level>())
                Alerting.Explain(reason, level).ShouldEndWith(".");
        }
    }
}
