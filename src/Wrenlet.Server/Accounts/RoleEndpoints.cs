using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>A right that a role can have.</summary>
/// <param name="Words">What it lets somebody do.</param>
public sealed record RightView(string Right, string Words);

/// <summary>A role as it is set.</summary>
/// <param name="Id">Left out in a change: the address names it.</param>
/// <param name="Rights">By their words, such as send-outside.</param>
public sealed record RoleSetting(
    [property: Required, StringLength(40, MinimumLength = 1)] string Name,
    [property: Required, MaxLength(40)] IReadOnlyList<string> Rights,
    Guid? Id = null,
    bool Retired = false,
    string? Version = null
) : IVersioned;

/// <summary>Whether somebody may do one thing, and why.</summary>
public sealed record PermissionView(string Right, bool Allowed, string Reason);

/// <summary>What one person may do.</summary>
public sealed record PersonRights(PersonView Person, IReadOnlyList<PermissionView> Permissions);

/// <summary>Who may do what in the firm.</summary>
/// <param name="Rights">Those that something asks for.</param>
public sealed record RolesView(
    IReadOnlyList<RightView> Rights,
    IReadOnlyList<RoleSetting> Roles,
    IReadOnlyList<PersonRights> People
);

/// <summary>Roles, and what each person may do.</summary>
internal static class RoleEndpoints
{
    public static void MapRoles(this IEndpointRouteBuilder api)
    {
        api.MapGet("/roles", Get).For(Access.Staff);
        api.MapPut("/set-up/roles/{id:guid}", Put).For(Right.TakeOn);
    }

    /// <summary>Everybody of the staff may know who may do what.</summary>
    private static RolesView Get(WhoIsWho who) => View(who.Current);

    private static RolesView View(Roster roster) =>
        new(
            [.. Rights.InUse.Select(r => new RightView(StoredWords.Rights.Of(r), Rights.WordsOf(r)))],
            [.. roster.Roles.Select(Setting)],
            [
                .. roster.Staff.Select(p => new PersonRights(
                    PersonView.Of(p),
                    [
                        .. Rights
                            .All(
                                p,
                                roster.Queues.Values.Where(q => !q.Retired).Select(q => (q.Name, q.Handover, q.Crew))
                            )
                            .Select(m => new PermissionView(StoredWords.Rights.Of(m.Right), m.Allowed, m.Reason)),
                    ]
                )),
            ]
        );

    private static RoleSetting Setting(Role role)
    {
        var setting = new RoleSetting(
            role.Name,
            [.. role.Rights.Order().Select(StoredWords.Rights.Of)],
            role.Id.Value,
            role.Retired
        );
        return setting with { Version = Versions.Of(setting) };
    }

    private static async Task<Results<Ok<RolesView>, ProblemHttpResult>> Put(
        Guid id,
        RoleSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var roster = who.Current;
        var before = roster.Roles.FirstOrDefault(r => r.Id.Value == id);
        var name = given.Name.Trim();
        if (id == Guid.Empty || name.Length == 0)
            return Refusals.Invalid("name", "A role needs a name.");
        if (roster.RoleNamed(name) is { } other && other.Id.Value != id)
            return Refusals.Invalid("name", $"There is a role named {other.Name} already. Choose another name.");
        if (given.Rights.FirstOrDefault(r => StoredWords.Rights.Parse(r) is null) is { } unknown)
            return Refusals.Invalid("rights", $"“{unknown}” is not a right.");
        var role = new Role(
            new RoleId(id),
            name,
            [.. given.Rights.Select(r => StoredWords.Rights.Parse(r)!.Value)],
            given.Retired
        );
        if (Rights.Refuses(viewer.Person, before?.Rights ?? [], role.Rights) is { } more)
            return Refusals.Invalid("rights", more);
        static string Words(Role? r) =>
            string.Join(", ", (r?.Rights ?? []).Order().Select(right => Rights.WordsOf(right).ToLowerInvariant()));
        var held = await SetUpEndpoints.Set(
            viewer,
            writes,
            clock,
            s =>
                Versions.Held(
                    "role",
                    ifMatch,
                    RoleStore.All(s).Find(r => r.Id == role.Id) is { } there ? Setting(there) : null
                )
                ?? (
                    Rights.Refuses(
                        PeopleStore.Load(s).Staff.Select(p => p.Role?.Id == role.Id ? p with { Role = role } : p)
                    )
                        is { } nobody
                        ? Refusals.Invalid("rights", nobody)
                        : null
                ),
            before is null ? "made a role" : "changed a role",
            $"{name}: "
                + SettingWords.Changes(
                    before is null,
                    ("name", before?.Name, name),
                    ("rights", before is null ? null : Words(before), Words(role)),
                    ("retired", before is { Retired: true } ? "yes" : "no", given.Retired ? "yes" : "no")
                ),
            w =>
            {
                RoleStore.Put(w.Session, role);
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
        return held is null ? TypedResults.Ok(View(who.Refresh())) : held;
    }
}
