using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>The other who is the same person.</summary>
public sealed record SamePerson(Guid Gone);

/// <summary>Two of the same person are made one: contacts of one party, or two of the staff.</summary>
internal static class JoinEndpoints
{
    public static void MapJoining(this IEndpointRouteBuilder api)
    {
        api.MapPut("/contacts/people/{id:guid}/same", JoinContacts).For(Right.ManageContacts);
        api.MapPut("/set-up/staff/{id:guid}/same", JoinStaff).For(Right.TakeOn);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> JoinContacts(
        Guid id,
        SamePerson given,
        Viewer viewer,
        Sessions sessions,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (kept, gone) = (who.Current.Find(new PersonId(id)), who.Current.Find(new PersonId(given.Gone)));
        if (kept is not { Party: not null } || gone is not { Party: not null })
            return Refusals.NotFound("contact");
        if (kept.Party != gone.Party)
            return Refusals.Refused("They belong to different contacts. Merge those first.");
        return await Join(kept, gone, viewer.Person, sessions, clock);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> JoinStaff(
        Guid id,
        SamePerson given,
        Viewer viewer,
        Sessions sessions,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (kept, gone) = (who.Current.Find(new PersonId(id)), who.Current.Find(new PersonId(given.Gone)));
        if (kept is not { IsStaff: true } || gone is not { IsStaff: true })
            return Refusals.NotFound("colleague");
        if (gone.Id == viewer.Person.Id)
            return Refusals.Refused("You cannot end your own account. Keep that one, and join the other to it.");
        if ((Rights.RefusesOver(viewer.Person, gone) ?? Rights.RefusesOver(viewer.Person, kept)) is { } over)
            return Refusals.Refused(over);
        return await Join(
            kept,
            gone,
            viewer.Person,
            sessions,
            clock,
            w => Rights.Refuses(PeopleStore.Load(w.Session).Staff.Where(p => p.Id != gone.Id))
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Join(
        Person kept,
        Person gone,
        Person by,
        Sessions sessions,
        FirmClock clock,
        Func<Writing, string?>? refuses = null
    )
    {
        if (kept.Id == gone.Id)
            return Refusals.Refused("Choose somebody else to join with this one.");
        string? refusal = null;
        await sessions.EndAllIf(
            gone.Id,
            "is another’s now",
            w =>
            {
                if ((refusal = refuses?.Invoke(w)) is not null)
                    return false;
                JoinStore.Join(w.Session, kept.Id, gone.Id);
                LogStore.Add(
                    w.Session,
                    clock.Now,
                    by.Id,
                    LogKind.Dockets,
                    "joined two of the same person",
                    $"{gone.Name} to {kept.Name}"
                );
                w.Log(
                    new Change(
                        ChangeKinds.PeopleChanged,
                        kept.Party?.Value ?? kept.Id.Value,
                        new Place.Firm(),
                        Thing.Working,
                        clock.Now,
                        by.Id
                    )
                );
                return true;
            }
        );
        return refusal is null ? TypedResults.NoContent() : Refusals.Refused(refusal);
    }
}
