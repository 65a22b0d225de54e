using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Dockets;

/// <summary>What a docket takes along when it becomes one of another kind.</summary>
/// <param name="Stage">The stage that it is in then.</param>
/// <param name="Gates">Stages whose gates belong to another stage then, by the stage they belonged to.</param>
/// <param name="GatesLost">Stages whose gates hold nothing up any more, because the kind has no such stage.</param>
/// <param name="Fields">Fields whose value goes into a field of the new kind, by the field it stood in.</param>
public sealed record Passage(
    StageId Stage,
    ImmutableDictionary<StageId, StageId> Gates,
    ImmutableArray<StageId> GatesLost,
    ImmutableDictionary<FieldId, FieldId> Fields
);

/// <summary>Makes dockets ones of another kind, parts of others, the same as others; removes and restores them.</summary>
public static class Tying
{
    /// <summary>For how many days a removed docket can be restored.</summary>
    public const int DaysToRestore = 30;

    /// <summary>
    /// How a docket of a kind becomes one of another: what is named the same goes on, in stages, fields and gates; where
    /// the stage it stood in has no counterpart it begins with the first. What has none keeps its value, and shows again
    /// when the docket becomes what it was.
    /// </summary>
    public static Passage Of(Kind from, Kind to, StageId now)
    {
        ArgumentNullException.ThrowIfNull(from);
        ArgumentNullException.ThrowIfNull(to);
        var stages = from
            .AllStages.Select(s => (s.Id, To: to.Stages.FirstOrDefault(t => Same(s.Name, t.Name))))
            .ToList();
        return new(
            stages.First(s => s.Id == now).To?.Id ?? to.First.Id,
            stages.Where(s => s.To is not null).ToImmutableDictionary(s => s.Id, s => s.To!.Id),
            [.. stages.Where(s => s.To is null).Select(s => s.Id)],
            from.Fields.Select(f => (f.Id, To: to.Fields.FirstOrDefault(t => !t.Retired && Fits(f, t))))
                .Where(f => f.To is not null)
                .ToImmutableDictionary(f => f.Id, f => f.To!.Id)
        );
    }

    /// <summary>What a value is in the field that it goes into: a choice is the one of the same name.</summary>
    /// <returns>Null where the field has no such choice.</returns>
    public static FieldValue? Carried(FieldValue value, Field from, Field to)
    {
        ArgumentNullException.ThrowIfNull(from);
        ArgumentNullException.ThrowIfNull(to);
        if (from.Type is not FieldType.Choice)
            return value;
        var name = from.Choices.FirstOrDefault(c => c.Id.ToString() == value.Stored)?.Name;
        var choice = to.Choices.FirstOrDefault(c => name is not null && Same(c.Name, name));
        return choice is null ? null : new FieldValue(choice.Id.ToString(), to.Choices.IndexOf(choice));
    }

    /// <summary>Why a docket cannot be a part of another; null when it can.</summary>
    /// <param name="part">The part.</param>
    /// <param name="whole">What it is to be a part of.</param>
    /// <param name="above">What the whole is a part of, and so on up.</param>
    public static string? RefusesPart(DocketId part, DocketId whole, IEnumerable<DocketId> above) =>
        part == whole ? Texts.DocketCannotPartItself
        : above.Contains(part) ? Texts.ThatOnePartDocket
        : null;

    /// <summary>
    /// What a line in a docket calls another: its reference where whoever reads the line sees that one too, else nothing
    /// that would give it away.
    /// </summary>
    public static string Called(Docket docket, Docket other)
    {
        ArgumentNullException.ThrowIfNull(docket);
        ArgumentNullException.ThrowIfNull(other);
        return !other.Sight.Limited || docket.Sight.SameAs(other.Sight) ? other.Ref.ToString() : Texts.AnotherDocket;
    }

    /// <summary>Why a docket cannot be joined with another that it is the same as; null when it can.</summary>
    public static string? RefusesJoining(Docket docket, Docket other)
    {
        ArgumentNullException.ThrowIfNull(docket);
        ArgumentNullException.ThrowIfNull(other);
        return docket.Id == other.Id ? Texts.ItSameDocketAlready
            : !other.Open ? Texts.IsClosedReopenFirst(other.Ref)
            : !docket.Sight.SameAs(other.Sight) ? Texts.AndSeenByDifferent(docket.Ref, other.Ref)
            : null;
    }

    /// <summary>Why a docket cannot be deleted; null when it can.</summary>
    /// <param name="by">Who wants to.</param>
    /// <param name="maker">Who made it; null where nobody knows any more.</param>
    /// <param name="talked">Whether anything was said in it with somebody outside.</param>
    public static string? RefusesDeleting(PersonId by, PersonId? maker, bool talked) =>
        maker != by ? Texts.OnlyWhoMadeDocket
        : talked ? Texts.SomethingHasBeenSent
        : null;

    /// <summary>Whether two fields of different kinds are the same to people: by name and type.</summary>
    public static bool Fits(Field a, Field b)
    {
        ArgumentNullException.ThrowIfNull(a);
        ArgumentNullException.ThrowIfNull(b);
        return a.Type == b.Type && Same(a.Name, b.Name);
    }

    private static bool Same(string a, string b) => string.Equals(a, b, StringComparison.OrdinalIgnoreCase);
}
