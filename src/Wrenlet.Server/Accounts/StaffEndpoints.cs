using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using MimeKit;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>A member of staff as an administrator sets them.</summary>
/// <param name="Calendar">Name of their own working time; null for the firm's.</param>
/// <param name="Address">The address by which they sign in.</param>
/// <param name="Password">A new password, by which they sign in from now on; null to leave it. Who is new without one is invited by
/// mail. It is never given back.</param>
public sealed record StaffSetting(
    Guid Id,
    [property: Required, StringLength(80, MinimumLength = 1)] string Name,
    [property: Required] string Role,
    [property: Required(AllowEmptyStrings = true), StringLength(120)] string Purpose,
    [property: Required, MaxLength(50)] IReadOnlyList<Guid> Crews,
    string? Calendar,
    [property: Required, StringLength(254)] string Address,
    [property: StringLength(256, MinimumLength = 10, ErrorMessage = "A password has at least 10 characters.")]
        string? Password = null,
    string? Version = null
) : IVersioned;

/// <summary>A crew as an administrator sets it.</summary>
/// <param name="Id">Left out in a change: the address names it.</param>
public sealed record CrewSetting(
    [property: Required, StringLength(40, MinimumLength = 1)] string Name,
    Guid? Id = null,
    bool Retired = false,
    string? Version = null
) : IVersioned;

/// <summary>A new password of one's own.</summary>
/// <param name="Now">The one that holds now.</param>
public sealed record NewPassword(
    [property: Required, StringLength(256)] string Now,
    [property: Required, StringLength(256, MinimumLength = 10, ErrorMessage = "A password has at least 10 characters.")]
        string Next
);

/// <summary>Who works here, in which crews, and how they sign in.</summary>
internal static class StaffEndpoints
{
    public static void MapStaff(this IEndpointRouteBuilder api)
    {
        api.MapPut("/set-up/staff/{id:guid}", PutStaff).For(Right.TakeOn);
        api.MapPut("/set-up/crews/{id:guid}", PutCrew).For(Right.TakeOn);
        api.MapPut("/me/password", PutPassword).For(Access.Staff);
    }

    /// <summary>Whether this is a mail address, and nothing beside.</summary>
    internal static bool IsAddress(string address) =>
        MailboxAddress.TryParse(address, out var mailbox)
        && mailbox.Address == address
        && address.Contains('@', StringComparison.Ordinal);

    /// <summary>Who uses an address already, in words; null when nobody but this person does.</summary>
    internal static string? Uses(Roster roster, string address, PersonId person)
    {
        if (roster.ByAddress(address)?.Person is { } other && other.Id != person)
            return $"{other.Name} already uses {address}. Choose another.";
        var gone = roster.Former.FirstOrDefault(f =>
            f.Person.Id != person && f.Addresses.Contains(address, StringComparer.OrdinalIgnoreCase)
        );
        return gone is null
            ? null
            : $"{gone.Person.Name}, who has left, used {address}. Let them come back, or choose another.";
    }

    internal static StaffSetting Setting(Person person, Roster roster)
    {
        var profile = roster.Profiles[person.Id];
        var setting = new StaffSetting(
            person.Id.Value,
            person.Name,
            person.Role!.Name,
            profile.Purpose,
            [.. person.Crews.Select(c => c.Value)],
            profile.CalendarName,
            profile.Address ?? ""
        );
        return setting with { Version = Versions.Of(setting) };
    }

    internal static CrewSetting Setting(Crew crew)
    {
        var setting = new CrewSetting(crew.Name, crew.Id.Value, crew.Retired);
        return setting with { Version = Versions.Of(setting) };
    }

    /// <summary>
    /// Takes a colleague on, or changes what is known of one. A new password ends all of their sessions.
    /// </summary>
    private static async Task<Results<Ok<SetUpView>, ProblemHttpResult>> PutStaff(
        Guid id,
        StaffSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock,
        Sessions sessions,
        Dispatcher happenings
    )
    {
        var roster = who.Current;
        var before = roster.Find(new PersonId(id));
        if (id == Guid.Empty || before is { IsStaff: false })
            return Refusals.NotFound("colleague");
        if (roster.RoleNamed(given.Role) is not { } role)
            return Refusals.Invalid(
                "role",
                $"“{given.Role}” is not a role. Use {string.Join(", ", roster.Roles.Select(r => r.Name))}."
            );
        if (
            role.Id != before?.Role?.Id
            && Rights.Refuses(viewer.Person, before?.Role?.Rights ?? [], role.Rights) is { } more
        )
            return Refusals.Invalid("role", more);
        if (given.Calendar is { } calendar && !roster.Calendars.ContainsKey(calendar))
            return Refusals.Invalid("calendar", $"There are no hours named {calendar}.");
        if (given.Crews.Any(c => !roster.Crews.ContainsKey(new CrewId(c))))
            return Refusals.Invalid("crews", "There is no such crew. Choose another.");
        var address = given.Address.Trim();
        if (!IsAddress(address))
            return Refusals.Invalid("address", $"“{address}” is not a mail address. Write it as name@place.");
        if (Uses(roster, address, new PersonId(id)) is { } used)
            return Refusals.Invalid("address", used);
        if (
            before is not null
            && (
                given.Password is not null
                || roster.Profiles[before.Id].Address != address
                || role.Id != before.Role?.Id
            )
            && Rights.RefusesOver(viewer.Person, before) is { } over
        )
            return Refusals.Refused(over);
        var after = (before ?? new Person(new PersonId(id), "", role, null, [])) with
        {
            Name = given.Name.Trim(),
            Role = role,
            Crews = [.. given.Crews.Distinct().Select(c => new CrewId(c))],
        };
        string Crews(Person person) => string.Join(", ", person.Crews.Select(c => roster.Crews[c].Name));
        var was = before is null ? null : Setting(before, roster);
        var hash = given.Password is { } password ? Passwords.Hash(password) : null;
        var held = await SetUpEndpoints.Set(
            viewer,
            writes,
            clock,
            s =>
            {
                var now = PeopleStore.Load(s);
                return (
                        now.Find(new PersonId(id)) is { } there
                            ? Versions.Held("colleague", ifMatch, Setting(there, now))
                            : null
                    )
                    // Two who each leave the keys to the other are told apart in the write.
                    ?? (
                        Rights.Refuses(now.Staff.Where(p => p.Id != after.Id).Append(after)) is { } alone
                            ? Refusals.Invalid("role", alone)
                            : null
                    );
            },
            before is null ? "added a colleague" : "set a colleague",
            $"{after.Name}: "
                + SettingWords.Changes(
                    before is null,
                    ("name", was?.Name, after.Name),
                    ("role", was?.Role, given.Role),
                    ("crews", before is null ? null : Crews(before), Crews(after)),
                    ("address", was?.Address, address),
                    ("purpose", was?.Purpose, given.Purpose.Trim()),
                    ("hours", was?.Calendar, given.Calendar),
                    (
                        "password",
                        before is null ? null : "old one",
                        before is null ? null
                        : hash is null ? "old one"
                        : "new one"
                    )
                ),
            w =>
            {
                if (before is null)
                    PeopleStore.AddPerson(w.Session, after, address, given.Purpose.Trim(), hash);
                PeopleStore.SetStaff(w.Session, after, given.Purpose.Trim(), given.Calendar);
                PeopleStore.SetAddress(w.Session, after.Id, address);
                if (hash is not null)
                    PeopleStore.SetPassword(w.Session, after.Id, hash);
                w.Log(
                    new Change(
                        ChangeKinds.PeopleChanged,
                        after.Id.Value,
                        new Place.Firm(),
                        Thing.Working,
                        clock.Now,
                        viewer.Person.Id
                    )
                );
            }
        );
        if (held is null && hash is not null && before is not null)
            await sessions.EndAll(
                after.Id,
                "was given a new password",
                w => happenings.Say(w, new PasswordReplaced(after.Id))
            );
        return SetUpEndpoints.Answer(held, viewer, database, who);
    }

    private static async Task<Results<Ok<SetUpView>, ProblemHttpResult>> PutCrew(
        Guid id,
        CrewSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var roster = who.Current;
        var name = given.Name.Trim();
        if (id == Guid.Empty || name.Length == 0)
            return Refusals.Invalid("name", "A crew needs a name.");
        if (roster.Crews.Values.Any(c => c.Id.Value != id && c.Name.Equals(name, StringComparison.OrdinalIgnoreCase)))
            return Refusals.Invalid("name", $"There is a crew named {name} already. Choose another name.");
        var before = roster.Crews.GetValueOrDefault(new CrewId(id));
        var held = await SetUpEndpoints.Set(
            viewer,
            writes,
            clock,
            s =>
                Versions.Held(
                    "crew",
                    ifMatch,
                    PeopleStore.Load(s).Crews.GetValueOrDefault(new CrewId(id)) is { } there ? Setting(there) : null
                ),
            before is null ? "made a crew" : "changed a crew",
            SettingWords.Changes(
                before is null,
                ("name", before?.Name, name),
                ("retired", before is { Retired: true } ? "yes" : "no", given.Retired ? "yes" : "no")
            ),
            w =>
            {
                if (before is null)
                    PeopleStore.AddCrew(w.Session, new CrewId(id), name);
                else
                    PeopleStore.SetCrew(w.Session, before.Id, name, given.Retired);
                w.Log(
                    new Change(
                        ChangeKinds.PeopleChanged,
                        id,
                        new Place.Firm(),
                        Thing.Working,
                        clock.Now,
                        viewer.Person.Id
                    )
                );
            }
        );
        return SetUpEndpoints.Answer(held, viewer, database, who);
    }

    /// <summary>
    /// Changes one's own password. All other sessions of one's own end; this one begins anew (OWASP ASVS 5.0, 7.4.3).
    /// </summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> PutPassword(
        NewPassword given,
        Viewer viewer,
        HttpContext context,
        Passwords passwords,
        Dispatcher happenings,
        WhoIsWho who,
        Sessions sessions,
        SignInThrottle throttle
    )
    {
        var address = who.Current.Profiles[viewer.Person.Id].Address ?? "";
        if (throttle.Wait(address) is { Ticks: > 0 } wait)
            return Refusals.Wait(wait);
        var check = await passwords.Check(address, given.Now, context.RequestAborted);
        if (check.Busy)
            return Refusals.Wait(TimeSpan.FromSeconds(2));
        if (check.Person != viewer.Person.Id)
        {
            throttle.Failed(address);
            return Refusals.Invalid("now", "That is not your current password. Nothing was changed.");
        }

        throttle.Succeeded(address);
        var hash = Passwords.Hash(given.Next);
        await sessions.EndAll(
            viewer.Person.Id,
            "changed their password",
            w =>
            {
                PeopleStore.SetPassword(w.Session, viewer.Person.Id, hash);
                happenings.Say(w, new PasswordReplaced(viewer.Person.Id));
            }
        );
        await sessions.Start(context, viewer.Person.Id, "with a new password");
        return TypedResults.NoContent();
    }
}
