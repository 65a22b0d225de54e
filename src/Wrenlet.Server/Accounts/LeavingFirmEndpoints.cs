using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.Accounts;

/// <summary>Something that somebody owns.</summary>
/// <param name="Kind">What it is, in a word.</param>
/// <param name="Title">What it is called; null where the reader may not see it.</param>
/// <param name="To">The colleagues who can take it over: those who see where it stands.</param>
public sealed record HoldingView(string Kind, Guid Id, string? Title, IReadOnlyList<Guid> To);

/// <summary>To whom one thing goes.</summary>
/// <param name="To">Null for nobody.</param>
public sealed record HandedThing([property: Required, StringLength(40)] string Kind, Guid Id, Guid? To);

/// <summary>Things that go to others.</summary>
public sealed record HandedThings([property: Required, MaxLength(10_000)] IReadOnlyList<HandedThing> Things);

/// <summary>What becomes of what somebody owns who leaves.</summary>
/// <param name="Things">To whom single things go.</param>
/// <param name="Rest">To whom all else goes; null for nobody.</param>
public sealed record FirmLeaving(
    [property: Required, MaxLength(10_000)] IReadOnlyList<HandedThing> Things,
    Guid? Rest = null
);

/// <summary>People leave the firm, hand on what they own before, and come back.</summary>
internal static class LeavingFirmEndpoints
{
    public static void MapLeavingFirm(this IEndpointRouteBuilder api)
    {
        api.MapGet("/set-up/staff/{id:guid}/holdings", Get).For(Right.TakeOn);
        api.MapPut("/set-up/staff/{id:guid}/holdings", HandOn).For(Right.TakeOn);
        api.MapPost("/set-up/staff/{id:guid}/leaving", Leave).For(Right.TakeOn);
        api.MapDelete("/set-up/staff/{id:guid}/leaving", Return).For(Right.TakeOn);
    }

    private static Results<Ok<IReadOnlyList<HoldingView>>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        LeavingFirm leaving,
        WhoIsWho who,
        FirmClock clock
    ) =>
        who.Current.Find(new PersonId(id)) is { IsStaff: true } person
            ? TypedResults.Ok(View(person, viewer.Person, database, leaving, who, clock))
            : Refusals.NotFound("colleague");

    private static IReadOnlyList<HoldingView> View(
        Person person,
        Person viewer,
        Database database,
        LeavingFirm leaving,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read(s =>
            (IReadOnlyList<HoldingView>)
                [
                    .. leaving
                        .Of(s, person.Id, clock.Now)
                        .Select(h => new HoldingView(
                            h.Kind,
                            h.Id,
                            viewer.MaySee(h.Place, Thing.Working) ? h.Title : null,
                            [
                                .. who
                                    .Current.Staff.Where(p => p.Id != person.Id && p.MaySee(h.Place, Thing.Working))
                                    .Select(p => p.Id.Value),
                            ]
                        )),
                ]
        );

    private static async Task<Results<Ok<IReadOnlyList<HoldingView>>, ProblemHttpResult>> HandOn(
        Guid id,
        HandedThings given,
        Viewer viewer,
        Database database,
        LeavingFirm leaving,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (who.Current.Find(new PersonId(id)) is not { IsStaff: true } person)
            return Refusals.NotFound("colleague");
        if (Wrong(given.Things, who) is { } wrong)
            return wrong;
        await leaving.HandOn(person, Read(given.Things), viewer.Person, clock.Now);
        return TypedResults.Ok(View(person, viewer.Person, database, leaving, who, clock));
    }

    private static async Task<Results<Ok<SetUpView>, ProblemHttpResult>> Leave(
        Guid id,
        FirmLeaving given,
        Viewer viewer,
        Database database,
        LeavingFirm leaving,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (who.Current.Find(new PersonId(id)) is not { IsStaff: true } person)
            return Refusals.NotFound("colleague");
        if (person.Id == viewer.Person.Id)
            return Refusals.Refused("You cannot end your own account. Ask somebody else who can.");
        if (Rights.RefusesOver(viewer.Person, person) is { } over)
            return Refusals.Refused(over);
        if (Wrong(given.Things, who) is { } wrong)
            return wrong;
        var rest = given.Rest is { } r ? who.Current.Find(new PersonId(r)) : null;
        if (given.Rest is not null && rest is not { IsStaff: true })
            return Refusals.Invalid("rest", "Only a colleague can take it over. Choose another.");
        return await leaving.Leave(person, Read(given.Things), rest, viewer.Person, clock.Now) is { } refusal
            ? Refusals.Refused(refusal)
            : TypedResults.Ok(SetUpEndpoints.View(viewer.Person, database, who.Refresh()));
    }

    private static async Task<Results<Ok<SetUpView>, ProblemHttpResult>> Return(
        Guid id,
        Viewer viewer,
        Database database,
        LeavingFirm leaving,
        WhoIsWho who,
        FirmClock clock
    ) =>
        await leaving.Return(new PersonId(id), viewer.Person, clock.Now)
            ? TypedResults.Ok(SetUpEndpoints.View(viewer.Person, database, who.Refresh()))
            : Refusals.NotFound("former colleague");

    private static ProblemHttpResult? Wrong(IReadOnlyList<HandedThing> things, WhoIsWho who) =>
        things.Any(t => t.To is { } to && who.Current.Find(new PersonId(to)) is not { IsStaff: true })
            ? Refusals.Invalid("things", "Only a colleague can take something over. Choose another.")
        : things.DistinctBy(t => (t.Kind, t.Id)).Count() < things.Count
            ? Refusals.Invalid("things", "One thing is named twice. Name each once.")
        : null;

    private static List<Handed> Read(IReadOnlyList<HandedThing> things) =>
        [.. things.Select(t => new Handed(t.Kind, t.Id, t.To is { } to ? new PersonId(to) : null))];
}
