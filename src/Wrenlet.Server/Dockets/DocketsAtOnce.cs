using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Dockets;

/// <summary>What is changed of several dockets at once; what is null stays as it is.</summary>
/// <param name="Refs">Their references.</param>
/// <param name="Owner">Who is to own them.</param>
/// <param name="Values">What is to stand in fields, by field, as it is stored; empty for nothing. In a docket of another
/// kind it is its field of the same name.</param>
public sealed record ManyDockets(
    [property: Required, MinLength(1), MaxLength(200)] IReadOnlyList<string> Refs,
    [property: StringLength(60)] string? Site = null,
    Guid? Owner = null,
    string? Priority = null,
    [property: MaxLength(10)] IReadOnlyDictionary<Guid, string?>? Values = null
);

/// <summary>A docket that was not changed, and why.</summary>
public sealed record NotChanged(string Ref, string Why);

/// <summary>What came of changing several dockets.</summary>
public sealed record ManyChanged(IReadOnlyList<string> Changed, IReadOnlyList<NotChanged> Refused);

/// <summary>Changes several dockets in one write: each that can be is changed, and of each that cannot it is said why.</summary>
internal static class DocketsAtOnce
{
    public static void MapDocketsAtOnce(this IEndpointRouteBuilder api) =>
        api.MapPut("/dockets/many", Change).For(Access.Staff);

    private static async Task<Results<Ok<ManyChanged>, ProblemHttpResult>> Change(
        ManyDockets given,
        Viewer viewer,
        DocketMaking making,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock
    )
    {
        var roster = who.Current;
        Priority? priority = null;
        if (given.Priority is { } word && (priority = StoredWords.Priorities.Parse(word)) is null)
            return Refusals.Invalid(
                "priority",
                $"“{word}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}."
            );
        if (SiteRules.Refuses(given.Site?.Trim() ?? "", null, database.Read(SiteStore.All)) is { } nowhere)
            return Refusals.Invalid("site", nowhere);
        var owner = given.Owner is { } o ? roster.Find(new PersonId(o)) : null;
        if (given.Owner is not null && owner is not { IsStaff: true })
            return Refusals.Invalid("owner", "There is no such colleague. Choose another.");
        foreach (var (id, text) in given.Values ?? new Dictionary<Guid, string?>())
            if (Wrong(kinds.Current.Field(new FieldId(id)), text, roster) is { } wrong)
                return wrong;
        var (changed, refused) = (new List<string>(), new List<NotChanged>());
        await writes.Run(w =>
        {
            foreach (var reference in given.Refs.Distinct())
            {
                if (SeenDocket.Find(w.Session, reference, viewer.Person) is not { } docket)
                {
                    refused.Add(new(reference, "There is no such docket, or you cannot see it."));
                    continue;
                }

                var (values, why) = Values(given, kinds.Current, docket);
                var terms = new DocketTerms(
                    docket.Subject,
                    given.Site?.Trim() ?? docket.Site,
                    owner ?? roster.Find(docket.Owner),
                    priority ?? docket.Priority,
                    docket.Sight,
                    MilestoneStore.Of(w.Session, docket.Id),
                    values
                );
                var refusal = why ?? making.Change(w, docket, terms, viewer.Person, clock.Now).Refusal;
                if (refusal is null)
                    changed.Add(docket.Ref.ToString());
                else
                    refused.Add(new(docket.Ref.ToString(), refusal));
            }
        });
        return TypedResults.Ok(new ManyChanged(changed, refused));
    }

    private static ProblemHttpResult? Wrong(Field? field, string? text, Roster roster) =>
        field is null ? Refusals.Invalid("values", "There is no such field any more. Load the page again.")
        : FieldValues.Read(field, text, p => roster.Find(new PersonId(p)) is { IsStaff: true }).Wrong is { } wrong
            ? Refusals.Invalid(field.Name, wrong)
        : null;

    /// <summary>What is to stand in the docket's own fields; or that it has no such field.</summary>
    private static (Dictionary<FieldId, FieldValue?> Values, string? Why) Values(
        ManyDockets given,
        Kinds kinds,
        Docket docket
    )
    {
        var (kind, values) = (kinds.Of(docket), new Dictionary<FieldId, FieldValue?>());
        foreach (var (id, text) in given.Values ?? new Dictionary<Guid, string?>())
        {
            var named = kinds.Field(new FieldId(id))!;
            var own = kind.Fields.FirstOrDefault(f => !f.Retired && Tying.Fits(named, f));
            if (own is null)
                return (values, $"{kind.Many} have no field {named.Name}.");
            var value = FieldValues.Read(named, text, _ => true).Value;
            var carried = value is { } v && own.Id != named.Id ? Tying.Carried(v, named, own) : value;
            if (value is not null && carried is null)
                return (values, $"{named.Name} has no such choice there.");
            values[own.Id] = carried;
        }

        return (values, null);
    }
}
