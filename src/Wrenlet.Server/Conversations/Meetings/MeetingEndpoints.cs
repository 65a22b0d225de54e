using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations.Meetings;

/// <summary>Whether somebody comes.</summary>
/// <param name="Answer">coming, perhaps or not-coming.</param>
/// <param name="Words">A word with it; null for none.</param>
/// <param name="Proposes">When it would suit them instead; null for nothing proposed.</param>
public sealed record NewAttendance(
    [property: Required, AllowedValues("coming", "perhaps", "not-coming")] string Answer,
    [property: StringLength(500)] string? Words = null,
    DateTimeOffset? Proposes = null
);

/// <summary>Another time for a meeting.</summary>
public sealed record NewMeetingTime(
    [property: Required] DateTimeOffset From,
    [property: Required, Range(5, 720)] int Minutes
);

/// <summary>A call's transcript as WebVTT.</summary>
public sealed record NewTranscript([property: Required, StringLength(5_000_000, MinimumLength = 1)] string Text);

/// <summary>Someone who can be invited.</summary>
/// <param name="Outside">Whether they are of the other side.</param>
/// <param name="Away">Until when they are on leave, in words; null when they are not.</param>
public sealed record InvitableView(PersonView Who, bool Outside, string? Away);

/// <summary>A time at which a meeting can be.</summary>
/// <param name="When">In words.</param>
/// <param name="Why">Who is free then and who is not, and why.</param>
/// <param name="All">Whether everybody is free.</param>
public sealed record MeetingTimeView(DateTimeOffset From, DateTimeOffset Until, string When, string Why, bool All);

/// <summary>Some hours of somebody.</summary>
/// <param name="Kind">free, or what keeps them: in a meeting, on leave.</param>
public sealed record HoursView(DateTimeOffset From, DateTimeOffset Until, string Kind);

/// <summary>A day of somebody's time.</summary>
public sealed record PersonDayView(PersonView Who, IReadOnlyList<HoursView> Hours);

/// <summary>A day on which a meeting can be, with everybody's hours.</summary>
/// <param name="Name">"Thu 16 Apr".</param>
/// <param name="From">When the first of them opens.</param>
/// <param name="Until">When the last of them closes.</param>
public sealed record MeetingDayView(
    DateOnly Day,
    string Name,
    DateTimeOffset From,
    DateTimeOffset Until,
    IReadOnlyList<PersonDayView> People
);

/// <summary>When a meeting can be.</summary>
/// <param name="Times">The best times, the best first.</param>
public sealed record MeetingTimesView(IReadOnlyList<MeetingTimeView> Times, IReadOnlyList<MeetingDayView> Days);

/// <summary>A meeting with its agenda, and what was said in it.</summary>
/// <param name="Agenda">What it is about, safe to show.</param>
public sealed record MeetingPage(MeetingItem Item, string Agenda);

internal static class MeetingEndpoints
{
    private const int MostTimes = 4;
    private const int MostOfDocket = 50;

    public static void MapMeetings(this IEndpointRouteBuilder api)
    {
        api.MapGet("/conversations/{id:guid}/invitable", WhoCanBeInvited).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/meeting-times", FindTimes).For(Access.Staff);
        api.MapGet("/meetings", Mine).For(Access.Staff);
        api.MapGet("/dockets/{reference}/meetings", OfDocket).For(Access.Staff);
        api.MapGet("/meetings/{id:guid}", Get).For(Access.Staff);
        api.MapPut("/meetings/{id:guid}/answer", Answer).For(Access.SignedIn);
        api.MapPut("/meetings/{id:guid}/time", Move).For(Access.Staff);
        api.MapPost("/meetings/{id:guid}/calling-off", CallOff).For(Access.Staff);
        api.MapPost("/meetings/{id:guid}/transcript", PutTranscript).For(Access.Staff);
    }

    /// <summary>
    /// Who can be invited from a conversation: whoever of ours sees it, and outside the party's contacts.
    /// </summary>
    private static Results<Ok<IReadOnlyList<InvitableView>>, ProblemHttpResult> WhoCanBeInvited(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<IReadOnlyList<InvitableView>>, ProblemHttpResult>>(s =>
        {
            if (SeenTalk.Conversation(s, id, viewer.Person) is not { } conversation)
                return Refusals.NotFound("conversation");
            var (roster, now) = (who.Current, clock.Now);
            var leaves = LeaveStore.From(s, roster.Firm!.Calendar.DateOf(now).PlusDays(-1)).ToLookup(l => l.Person);
            return TypedResults.Ok<IReadOnlyList<InvitableView>>([
                .. Invitable(conversation, roster)
                    .Where(p => p.Id != viewer.Person.Id)
                    .Select(p =>
                    {
                        var standing = Standing.Of(false, now, roster.HoursOf(p.Id), leaves[p.Id]);
                        var away =
                            p.IsStaff && standing is { Availability: Availability.OnLeave, Until: { } back }
                                ? $"on leave until {DateWords.Day(roster.HoursOf(p.Id).DateOf(back), roster.HoursOf(p.Id).DateOf(now))}"
                                : null;
                        return new InvitableView(PersonView.Of(p), !p.IsStaff, away);
                    }),
            ]);
        });

    private static IEnumerable<Person> Invitable(Conversation conversation, Roster roster) =>
        (
            conversation is { Audience: Audience.Outside, Party: { } party }
            && roster.Parties.TryGetValue(party, out var side)
                ? side.Contacts.Select(c => roster.Find(c)).OfType<Person>()
                : []
        )
            .Concat(roster.Staff)
            .Where(p => p.MaySee(conversation.Place));

    /// <summary>
    /// When these people can meet, from their working hours, leave and meetings. What somebody is in is not told, only
    /// that they are.
    /// </summary>
    /// <param name="with">Ids of who takes part beside the viewer, with commas between.</param>
    private static Results<Ok<MeetingTimesView>, ProblemHttpResult> FindTimes(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        string with = "",
        [Range(5, 720)] int minutes = 60,
        [Range(1, 30)] int days = 10,
        DateOnly? from = null
    ) =>
        database.Read<Results<Ok<MeetingTimesView>, ProblemHttpResult>>(s =>
        {
            if (SeenTalk.Conversation(s, id, viewer.Person) is not { } conversation)
                return Refusals.NotFound("conversation");
            var (roster, now, calendar) = (who.Current, clock.Now, who.Current.Firm!.Calendar);
            var wanted = new HashSet<Guid>();
            foreach (var word in with.Split(',', StringSplitOptions.RemoveEmptyEntries))
            {
                if (!Guid.TryParse(word, out var one))
                    return Refusals.Invalid("with", $"“{word}” is nobody’s id.");
                wanted.Add(one);
            }

            var others = Invitable(conversation, roster)
                .Where(p => wanted.Contains(p.Id.Value) && p.Id != viewer.Person.Id)
                .ToList();
            var first = from is { } day ? LocalDate.FromDateOnly(day) : calendar.DateOf(now);
            if (first > calendar.DateOf(now).PlusDays(366))
                return Refusals.Invalid("from", "That is more than a year away. Choose an earlier day.");
            var start = Instant.Max(now, calendar.FirstMoment(first.AtMidnight()));
            var end = calendar.FirstMoment(first.PlusDays(days + 1).AtMidnight());
            var all = others.Prepend(viewer.Person).ToList();
            var leaves = LeaveStore.From(s, first).ToLookup(l => l.Person);
            var busy = MeetingStore.Busy(s, [.. all.Select(p => p.Id)], calendar.FirstMoment(first.AtMidnight()), end);
            var people = all.ConvertAll(p => new Participant(
                p.Id,
                roster.HoursOf(p.Id),
                [.. leaves[p.Id]],
                [.. busy[p.Id]]
            ));
            var times = MeetingTimes.Find(
                people[0],
                people[1..],
                Duration.FromMinutes(minutes),
                start,
                days,
                MostTimes
            );
            return TypedResults.Ok(
                new MeetingTimesView(
                    [
                        .. times.Select(t => new MeetingTimeView(
                            t.From.ToDateTimeOffset(),
                            t.Until.ToDateTimeOffset(),
                            MeetingViews.When(t.From, t.Until, roster, now),
                            MeetingTimes.Why(t, people.Count, p => roster.Find(p)?.FirstName ?? "someone"),
                            t.Missing.IsEmpty
                        )),
                    ],
                    [
                        .. Enumerable
                            .Range(0, days)
                            .Select(i => first.PlusDays(i))
                            .Where(d => people[0].Hours.IsWorkingDay(d))
                            .Select(d => Day(d, people, roster, calendar.DateOf(now))),
                    ]
                )
            );
        });

    private static MeetingDayView Day(LocalDate day, List<Participant> people, Roster roster, LocalDate today)
    {
        var rows = people.ConvertAll(p => new PersonDayView(PersonView.Of(roster.Find(p.Whom)!), [.. Hours(p, day)]));
        var shown = rows.SelectMany(r => r.Hours).ToList();
        return new(day.ToDateOnly(), DateWords.Day(day, today), shown.Min(h => h.From), shown.Max(h => h.Until), rows);
    }

    private static IEnumerable<HoursView> Hours(Participant person, LocalDate day)
    {
        var away = person.Leaves.Any(l => l.Covers(day));
        foreach (var (from, to) in person.Hours.ShiftsOf(day))
            yield return new(
                from.ToDateTimeOffset(),
                to.ToDateTimeOffset(),
                away ? MeetingTimes.Words(Hindrance.OnLeave) : "free"
            );
        var (begins, ends) = (
            person.Hours.FirstMoment(day.AtMidnight()),
            person.Hours.FirstMoment(day.PlusDays(1).AtMidnight())
        );
        foreach (var (from, until) in person.Busy.Where(b => b.From < ends && begins < b.Until))
            yield return new(
                Instant.Max(from, begins).ToDateTimeOffset(),
                Instant.Min(until, ends).ToDateTimeOffset(),
                MeetingTimes.Words(Hindrance.InMeeting)
            );
    }

    /// <summary>The viewer's meetings from a day on.</summary>
    private static Results<Ok<IReadOnlyList<MeetingItem>>, ProblemHttpResult> Mine(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        DateOnly? from = null,
        [Range(1, 400)] int days = 31
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        var calendar = roster.Firm!.Calendar;
        var first = from is { } day ? LocalDate.FromDateOnly(day) : calendar.DateOf(now);
        var (begins, ends) = (
            calendar.FirstMoment(first.AtMidnight()),
            calendar.FirstMoment(first.PlusDays(days).AtMidnight())
        );
        return TypedResults.Ok(
            database.Read(s =>
                MeetingViews.Items(s, MeetingStore.Of(s, viewer.Person.Id, begins, ends), viewer.Person, roster, now)
            )
        );
    }

    /// <summary>Meetings to which a docket's conversations invite, the newest first.</summary>
    private static Results<Ok<IReadOnlyList<MeetingItem>>, ProblemHttpResult> OfDocket(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<IReadOnlyList<MeetingItem>>, ProblemHttpResult>>(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket
                ? TypedResults.Ok(
                    MeetingViews.Items(
                        s,
                        MeetingStore.OfDocket(s, docket.Id, MostOfDocket),
                        viewer.Person,
                        who.Current,
                        clock.Now
                    )
                )
                : Refusals.NotFound("docket")
        );

    private static Results<Ok<MeetingPage>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<MeetingPage>, ProblemHttpResult>>(s =>
            MeetingStore.Find(s, new MeetingId(id)) is { } kept
            && SeenTalk.Entry(s, kept.Entry, viewer.Person) is var (entry, _)
                ? TypedResults.Ok(
                    new MeetingPage(MeetingViews.Items(s, [kept], viewer.Person, who.Current, clock.Now)[0], entry.Html)
                )
                : Refusals.NotFound("meeting")
        );

    private static async Task<Results<Ok<MeetingView>, ProblemHttpResult>> Answer(
        Guid id,
        NewAttendance given,
        Viewer viewer,
        Convening convening,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Outcome(
            await convening.Answer(
                new MeetingId(id),
                viewer.Person,
                StoredWords.Attendances.Parse(given.Answer)!.Value,
                given.Words?.Trim() ?? "",
                given.Proposes is { } at ? Instant.FromDateTimeOffset(at) : null,
                clock.Now
            ),
            viewer,
            who,
            clock
        );

    private static async Task<Results<Ok<MeetingView>, ProblemHttpResult>> Move(
        Guid id,
        NewMeetingTime given,
        Viewer viewer,
        Convening convening,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var from = Instant.FromDateTimeOffset(given.From);
        return Outcome(
            await convening.Move(
                new MeetingId(id),
                viewer.Person,
                from,
                from + Duration.FromMinutes(given.Minutes),
                clock.Now
            ),
            viewer,
            who,
            clock
        );
    }

    private static async Task<Results<Ok<MeetingView>, ProblemHttpResult>> CallOff(
        Guid id,
        Viewer viewer,
        Convening convening,
        WhoIsWho who,
        FirmClock clock
    ) => Outcome(await convening.CallOff(new MeetingId(id), viewer.Person, clock.Now), viewer, who, clock);

    private static async Task<Results<Ok<MeetingView>, ProblemHttpResult>> PutTranscript(
        Guid id,
        NewTranscript given,
        Viewer viewer,
        Convening convening,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Outcome(
            await convening.TakeTranscript(new MeetingId(id), viewer.Person, given.Text, null, clock.Now),
            viewer,
            who,
            clock
        );

    private static Results<Ok<MeetingView>, ProblemHttpResult> Outcome(
        MeetingOutcome outcome,
        Viewer viewer,
        WhoIsWho who,
        FirmClock clock
    ) =>
        outcome.Meeting is not { } meeting ? Refusals.NotFound("meeting")
        : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
        : TypedResults.Ok(MeetingViews.Of(meeting, viewer.Person, who.Current, clock.Now));
}
