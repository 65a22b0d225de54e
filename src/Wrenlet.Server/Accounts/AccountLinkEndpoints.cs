using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>The address at which a password was forgotten.</summary>
public sealed record ForgottenPassword([property: Required, StringLength(254)] string Address);

/// <summary>The token of a mailed link.</summary>
public sealed record AccountToken([property: Required, StringLength(128)] string Token);

/// <summary>Whose a mailed link is, and what it is for.</summary>
/// <param name="Purpose">invitation or reset.</param>
public sealed record AccountLinkView(string Firm, string Name, string? Address, string Purpose);

/// <summary>A password chosen by a mailed link.</summary>
public sealed record ChosenPassword(
    [property: Required, StringLength(128)] string Token,
    [property: Required, StringLength(256, MinimumLength = 10, ErrorMessage = "A password has at least 10 characters.")]
        string Password
);

/// <summary>Links mailed to staff: invited, or having forgotten their password, they choose one.</summary>
internal static class AccountLinkEndpoints
{
    public static void MapAccountLinks(this IEndpointRouteBuilder api)
    {
        api.MapPost("/set-up/staff/{id:guid}/invitation", Invite).For(Right.TakeOn);
        api.MapPost("/session/forgotten", Forgotten).For(Access.Everyone);
        api.MapPost("/session/account-link", Look).For(Access.Everyone);
        api.MapPut("/session/account-link", Choose).For(Access.Everyone);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Invite(
        Guid id,
        Viewer viewer,
        AccountMail mail,
        WhoIsWho who,
        CancellationToken cancellation
    )
    {
        if (who.Current.Find(new PersonId(id)) is not { IsStaff: true } person)
            return Refusals.NotFound("colleague");
        if (who.Current.Profiles[person.Id].Address is null)
            return Refusals.Refused($"No mail address of {person.Name} is known. Add it first.");
        try
        {
            await mail.Send(person.Id, AccountPurpose.Invitation, viewer.Person, cancellation);
            return TypedResults.NoContent();
        }
        catch (PostOfficeException wrong)
        {
            return Refusals.Refused($"The invitation could not be sent: {wrong.Message} Try again.");
        }
    }

    /// <summary>Says the same whether or not the address is known (OWASP ASVS 5.0, 6.3.8).</summary>
    private static NoContent Forgotten(ForgottenPassword given, AccountMail mail)
    {
        mail.Forgotten(given.Address.Trim());
        return TypedResults.NoContent();
    }

    private static Results<Ok<AccountLinkView>, ProblemHttpResult> Look(
        AccountToken given,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var link = database.Read(s => AccountLinkStore.Find(s, Sessions.Hash(given.Token)));
        var person = who.Current.Find(link?.Person);
        return AccountLink.Refuses(link, person, clock.Now) is { } refusal
            ? Refusals.Refused(refusal)
            : TypedResults.Ok(
                new AccountLinkView(
                    who.Current.Firm!.Name,
                    person!.Name,
                    who.Current.Profiles[person.Id].Address,
                    StoredWords.AccountPurposes.Of(link!.Purpose)
                )
            );
    }

    /// <summary>
    /// Sets the password and signs in. All links and sessions that there were end in the same write, so that a link works
    /// once, whoever else has it.
    /// </summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Choose(
        ChosenPassword given,
        HttpContext context,
        Database database,
        WhoIsWho who,
        Sessions sessions,
        Dispatcher happenings,
        SignInThrottle throttle,
        FirmClock clock
    )
    {
        var token = Sessions.Hash(given.Token);
        var link = database.Read(s => AccountLinkStore.Find(s, token));
        if (AccountLink.Refuses(link, who.Current.Find(link?.Person), clock.Now) is { } refusal)
            return Refusals.Refused(refusal);
        var hash = Passwords.Hash(given.Password);
        // Whether this one uses the link up is decided where it is written: of several at once, the first.
        var first = await sessions.EndAllIf(
            link!.Person,
            "chose a password by a mailed link",
            w =>
            {
                if (AccountLinkStore.Find(w.Session, token) is null)
                    return false;
                AccountLinkStore.End(w.Session, link.Person);
                PeopleStore.SetPassword(w.Session, link.Person, hash);
                happenings.Say(w, new PasswordReplaced(link.Person));
                return true;
            }
        );
        if (!first)
            return Refusals.Refused(AccountLink.Refuses(null, null, clock.Now)!);
        if (who.Current.Profiles[link.Person].Address is { } address)
            throttle.Succeeded(address);
        await sessions.Start(context, link.Person, "with a password chosen by a mailed link");
        return TypedResults.NoContent();
    }
}
