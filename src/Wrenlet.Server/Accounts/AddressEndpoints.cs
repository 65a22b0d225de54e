using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>An address that one wants to sign in with.</summary>
/// <param name="Password">The password that holds now.</param>
public sealed record NewAddress(
    [property: Required, StringLength(254)] string Address,
    [property: Required, StringLength(256)] string Password
);

/// <summary>A change of address, as the reader of one of its two mails sees it.</summary>
/// <param name="Address">The new address.</param>
/// <param name="Other">The address whose mail has still to be opened; null when none has.</param>
/// <param name="Done">Whether it holds now.</param>
public sealed record AddressChangeView(string Firm, string Name, string Address, string? Other, bool Done);

/// <summary>One's own address is changed when the old one and the new one have confirmed it.</summary>
internal static class AddressEndpoints
{
    public static void MapAddresses(this IEndpointRouteBuilder api)
    {
        api.MapPut("/me/address", Want).For(Access.Staff);
        api.MapPost("/session/address-change", Look).For(Access.Everyone);
        api.MapPut("/session/address-change", Confirm).For(Access.Everyone);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Want(
        NewAddress given,
        Viewer viewer,
        HttpContext context,
        Passwords passwords,
        AccountMail mail,
        WriteQueue writes,
        WhoIsWho who,
        SignInThrottle throttle,
        FirmClock clock
    )
    {
        var roster = who.Current;
        var old = roster.Profiles[viewer.Person.Id].Address ?? "";
        var address = given.Address.Trim();
        if (!StaffEndpoints.IsAddress(address))
            return Refusals.Invalid("address", $"“{address}” is not a mail address. Write it as name@place.");
        if (address.Equals(old, StringComparison.OrdinalIgnoreCase))
            return Refusals.Invalid("address", "That is the address you sign in with already.");
        if (throttle.Wait(old) is { Ticks: > 0 } wait)
            return Refusals.Wait(wait);
        var check = await passwords.Check(old, given.Password, context.RequestAborted);
        if (check.Busy)
            return Refusals.Wait(TimeSpan.FromSeconds(2));
        if (check.Person != viewer.Person.Id)
        {
            throttle.Failed(old);
            return Refusals.Invalid("password", "That is not your current password. Nothing was changed.");
        }

        throttle.Succeeded(old);
        if (StaffEndpoints.Uses(roster, address, viewer.Person.Id) is { } taken)
            return Refusals.Invalid("address", taken);
        var (forOld, forNew) = (Sessions.NewToken(), Sessions.NewToken());
        var change = new AddressChange(viewer.Person.Id, address, false, false, clock.Now + AddressChange.Works);
        await writes.Run(w =>
        {
            AddressChangeStore.Put(w.Session, change, Sessions.Hash(forOld), Sessions.Hash(forNew));
            LogStore.Add(w.Session, clock.Now, viewer.Person.Id, LogKind.Accounts, "wants another address", address);
        });
        try
        {
            await mail.Confirm(viewer.Person, old, address, forOld, context.RequestAborted);
            await mail.Confirm(viewer.Person, address, address, forNew, context.RequestAborted);
            return TypedResults.NoContent();
        }
        catch (PostOfficeException wrong)
        {
            await writes.Run(w => AddressChangeStore.End(w.Session, viewer.Person.Id));
            return Refusals.Refused($"The mails could not be sent: {wrong.Message} Nothing was changed. Try again.");
        }
    }

    private static Results<Ok<AddressChangeView>, ProblemHttpResult> Look(
        AccountToken given,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var found = database.Read(s => AddressChangeStore.Find(s, Sessions.Hash(given.Token)));
        return AddressChange.Refuses(found?.Change, who.Current.Find(found?.Change.Person), clock.Now) is { } refusal
            ? Refusals.Refused(refusal)
            : TypedResults.Ok(View(found!.Value.Change, found.Value.Side, who.Current));
    }

    private static async Task<Results<Ok<AddressChangeView>, ProblemHttpResult>> Confirm(
        AccountToken given,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var roster = who.Current;
        var (view, refusal) = await writes.Run<(AddressChangeView?, string?)>(w =>
        {
            var found = AddressChangeStore.Find(w.Session, Sessions.Hash(given.Token));
            if (AddressChange.Refuses(found?.Change, roster.Find(found?.Change.Person), clock.Now) is { } no)
                return (null, no);
            var (change, side) = found!.Value;
            var after = change.Confirmed(side);
            var view = View(after, side, roster);
            AddressChangeStore.Set(w.Session, after);
            if (!after.Holds)
                return (view, null);
            if (StaffEndpoints.Uses(PeopleStore.Load(w.Session), after.Address, after.Person) is { } taken)
                return (null, taken);
            PeopleStore.SetAddress(w.Session, after.Person, after.Address);
            AddressChangeStore.End(w.Session, after.Person);
            LogStore.Add(w.Session, clock.Now, after.Person, LogKind.Accounts, "changed their address", after.Address);
            w.Log(
                new Change(
                    ChangeKinds.PeopleChanged,
                    after.Person.Value,
                    new Place.Firm(),
                    Thing.Working,
                    clock.Now,
                    after.Person
                )
            );
            return (view, null);
        });
        return refusal is null ? TypedResults.Ok(view!) : Refusals.Refused(refusal);
    }

    private static AddressChangeView View(AddressChange change, AddressSide side, Roster roster) =>
        new(
            roster.Firm!.Name,
            roster.NameOf(change.Person),
            change.Address,
            (side is AddressSide.Old ? change.NewConfirmed : change.OldConfirmed) ? null
                : side is AddressSide.Old ? change.Address
                : roster.Profiles[change.Person].Address,
            change.Holds
        );
}
