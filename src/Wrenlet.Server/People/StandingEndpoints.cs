using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Connections;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>Where a colleague stands just now.</summary>
/// <param name="Availability">here, away, off-duty or on-leave.</param>
/// <param name="Label">In words: "works until 17:00", "off duty until Wed 07:30", "on leave until Mon 20 Apr".</param>
/// <param name="Cover">Who covers for them; null when nobody does or nobody needs to.</param>
/// <param name="Leaves">Their leave from today on.</param>
public sealed record StandingView(
    PersonView Person,
    string Purpose,
    string Availability,
    string Label,
    PersonView? Cover,
    IReadOnlyList<LeaveView> Leaves
);

/// <summary>Days on which someone is away.</summary>
/// <param name="Version">To be sent back as If-Match by whoever changes or cancels it.</param>
public sealed record LeaveView(DateOnly First, DateOnly Last, PersonView? Cover, string Note, string? Version = null)
    : IVersioned;

/// <summary>Leave to be taken.</summary>
/// <param name="Last">Its last day.</param>
/// <param name="Cover">Who covers; null for nobody.</param>
public sealed record NewLeave(DateOnly Last, Guid? Cover, [property: StringLength(200)] string? Note);

internal static class StandingEndpoints
{
    public static void MapStanding(this IEndpointRouteBuilder api)
    {
        api.MapGet("/colleagues/standing", GetStanding).For(Access.Staff);
        api.MapPut("/colleagues/{id:guid}/leave/{first}", PutLeave).For(Access.Staff);
        api.MapDelete("/colleagues/{id:guid}/leave/{first}", RemoveLeave).For(Access.Staff);
    }

    /// <summary>Where all colleagues stand, from who is connected, their working hours and their leave.</summary>
    private static IReadOnlyList<StandingView> GetStanding(
        Database database,
        Presence presence,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        var here = presence.Connected();
        var leaves = database
            .Read(s => LeaveStore.From(s, roster.Firm!.Calendar.DateOf(now).PlusDays(-1)))
            .ToLookup(l => l.Person);
        return
        [
            .. roster.Staff.Select(p =>
                View(
                    p,
                    Standing.Of(here.Contains(p.Id), now, roster.HoursOf(p.Id), leaves[p.Id]),
                    leaves[p.Id],
                    roster,
                    now
                )
            ),
        ];
    }

    private static StandingView View(
        Person person,
        Standing standing,
        IEnumerable<Leave> leaves,
        Roster roster,
        Instant now
    )
    {
        var hours = roster.HoursOf(person.Id);
        var until = standing.Until is { } end
            ? DateWords.Moment(end.InZone(hours.Zone).LocalDateTime, hours.DateOf(now))
            : "";
        var (word, label) = standing.Availability switch
        {
            Availability.Here => ("here", "here"),
            Availability.Away => (
                "away",
                $"works until {until.Replace("today ", "", StringComparison.Ordinal)}, not signed in"
            ),
            Availability.OffDuty => ("off-duty", $"off duty until {until}"),
            _ => ("on-leave", $"on leave until {until}"),
        };
        return new(
            PersonView.Of(person),
            roster.Profiles[person.Id].Purpose,
            word,
            label,
            Named(standing.Cover, roster),
            [.. leaves.Select(l => View(l, roster))]
        );
    }

    private static LeaveView View(Leave leave, Roster roster)
    {
        var shown = new LeaveView(
            leave.First.ToDateOnly(),
            leave.Last.ToDateOnly(),
            Named(leave.Cover, roster),
            leave.Note
        );
        return shown with { Version = Versions.Of(shown) };
    }

    /// <summary>The leave that begins on a day, as shown; null where none does.</summary>
    private static LeaveView? Now(SqlSession s, Guid person, DateOnly first, Roster roster) =>
        LeaveStore
            .From(s, LocalDate.FromDateOnly(first))
            .Where(l => l.Person.Value == person && l.First == LocalDate.FromDateOnly(first))
            .Select(l => View(l, roster))
            .FirstOrDefault();

    private static PersonView? Named(PersonId? id, Roster roster) =>
        roster.Find(id) is { } person ? PersonView.Of(person) : null;

    private static async Task<Results<NoContent, ProblemHttpResult>> PutLeave(
        Guid id,
        DateOnly first,
        NewLeave leave,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (May(viewer.Person, id, who) is { } refusal)
            return refusal;
        if (leave.Last < first)
            return Refusals.Invalid("last", "It ends before it starts. Choose a last day on or after the first.");
        if (leave.Last > first.AddDays(366))
            return Refusals.Invalid("last", "Leave can be at most a year. Enter it in parts.");
        if (leave.Cover is { } c && (c == id || who.Current.Find(new PersonId(c)) is not { IsStaff: true }))
            return Refusals.Invalid("cover", "Another colleague has to cover. Choose again.");
        var taken = new Leave(
            new PersonId(id),
            LocalDate.FromDateOnly(first),
            LocalDate.FromDateOnly(leave.Last),
            leave.Cover is { } cover ? new PersonId(cover) : null,
            leave.Note?.Trim() ?? ""
        );
        var held = await writes.Run(w =>
        {
            if (Versions.Held("leave", ifMatch, Now(w.Session, id, first, who.Current)) is { } refused)
                return refused;
            LeaveStore.Put(w.Session, taken);
            Said(w, viewer.Person, taken.Person, $"{first:yyyy-MM-dd} to {leave.Last:yyyy-MM-dd}", clock.Now);
            return null;
        });
        return held is null ? TypedResults.NoContent() : held;
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveLeave(
        Guid id,
        DateOnly first,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (May(viewer.Person, id, who) is { } refusal)
            return refusal;
        var held = await writes.Run(w =>
        {
            if (Versions.Held("leave", ifMatch, Now(w.Session, id, first, who.Current)) is { } refused)
                return refused;
            if (!LeaveStore.Remove(w.Session, new PersonId(id), LocalDate.FromDateOnly(first)))
                return Refusals.NotFound("leave");
            Said(w, viewer.Person, new PersonId(id), $"from {first:yyyy-MM-dd} taken back", clock.Now);
            return null;
        });
        return held is null ? TypedResults.NoContent() : held;
    }

    private static void Said(Writing w, Person by, PersonId whose, string what, Instant at)
    {
        LogStore.Add(
            w.Session,
            at,
            by.Id,
            LogKind.Settings,
            "leave",
            $"{PeopleStore.NameOf(w.Session, whose)}: {what}"
        );
        w.Log(new Change(ChangeKinds.LeaveChanged, whose.Value, new Place.Firm(), Thing.Working, at, by.Id));
    }

    /// <summary>Leave is one's own to enter, or for who may read across people.</summary>
    private static ProblemHttpResult? May(Person viewer, Guid id, WhoIsWho who)
    {
        if (who.Current.Find(new PersonId(id)) is not { IsStaff: true })
            return Refusals.NotFound("colleague");
        return viewer.Id.Value == id || viewer.May(Right.ReadAcross)
            ? null
            : Refusals.Refused("You can enter only your own leave; those who may read across people can for others.");
    }
}
