using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Dockets;

/// <summary>What a kind of docket may be, and what becomes of its dockets when it is changed.</summary>
public static class KindRules
{
    /// <summary>Most kinds of a firm.</summary>
    public const int MostKinds = 60;

    /// <summary>Most stages of a kind, retired ones among them.</summary>
    public const int MostStages = 40;

    /// <summary>Most fields of a kind, retired ones among them.</summary>
    public const int MostFields = 80;

    /// <summary>Most milestones of a kind, retired ones among them.</summary>
    public const int MostMilestones = 20;

    /// <summary>Most choices of a field, retired ones among them.</summary>
    public const int MostChoices = 100;

    /// <summary>What is wrong with a kind, with the part it concerns; null when it can be used.</summary>
    /// <param name="kind">The kind as it is to be.</param>
    /// <param name="others">The firm's other kinds.</param>
    public static (string Part, string Words)? Wrong(Kind kind, IReadOnlyCollection<Kind> others)
    {
        ArgumentNullException.ThrowIfNull(kind);
        ArgumentNullException.ThrowIfNull(others);
        if (string.IsNullOrWhiteSpace(kind.Name) || string.IsNullOrWhiteSpace(kind.Many))
            return ("name", Texts.GiveNameOneSeveral);
        if (others.FirstOrDefault(o => Same(o.Name, kind.Name)) is { } named)
            return ("name", Texts.ThereKindNamedAlready(named.Name));
        if (!DocketRef.AreLetters(kind.Numbering.Letters))
            return ("letters", Texts.ChooseOneThreeLetters);
        if (others.FirstOrDefault(o => Same(o.Numbering.Letters, kind.Numbering.Letters)) is { } lettered)
            return ("letters", Texts.BeginAlreadyChooseOther(lettered.Many, lettered.Numbering.Letters));
        if (kind.Stages.IsEmpty)
            return ("stages", Texts.ItNeedsStageIts);
        return Named(kind.Stages.Select(s => s.Name), "stages", "stage")
            ?? Named(kind.Milestones.Where(m => !m.Retired).Select(m => m.Name), "milestones", "milestone")
            ?? Named(kind.Fields.Where(f => !f.Retired).Select(f => f.Name), "fields", "field")
            ?? Many(kind)
            ?? kind.Milestones.Where(m => !m.Retired && m.Stage is { } s && kind.PositionOf(s) < 0)
                .Select(m => ((string, string)?)("milestones", Texts.BelongsStageRetiredChoose(m.Name)))
                .FirstOrDefault()
            ?? kind.Fields.Where(f => !f.Retired).Select(f => Wrong(f, kind)).FirstOrDefault(w => w is not null);
    }

    /// <summary>
    /// Where what stands in retired stages goes, stage by stage; or why a change cannot be made yet.
    /// </summary>
    /// <param name="before">The kind as it is; null for a new one.</param>
    /// <param name="after">The kind as it is to be.</param>
    /// <param name="moves">Where dockets and gates of a retired stage are to go.</param>
    /// <param name="standing">How many dockets stand in a stage.</param>
    public static (ImmutableDictionary<StageId, StageId> Moves, string? Refusal) Retiring(
        Kind? before,
        Kind after,
        IReadOnlyDictionary<StageId, StageId> moves,
        Func<StageId, int> standing
    )
    {
        ArgumentNullException.ThrowIfNull(after);
        ArgumentNullException.ThrowIfNull(moves);
        ArgumentNullException.ThrowIfNull(standing);
        var settled = ImmutableDictionary.CreateBuilder<StageId, StageId>();
        foreach (var stage in before?.Stages ?? [])
        {
            if (after.PositionOf(stage.Id) >= 0)
                continue;
            var count = standing(stage.Id);
            if (moves.TryGetValue(stage.Id, out var to) && after.PositionOf(to) >= 0)
                settled[stage.Id] = to;
            else if (count > 0)
                return (
                    settled.ToImmutable(),
                    Texts.InChooseStageMove(
                        (count == 1 ? Texts.OneStands(after.Name) : Texts.Stand(count, after.Many)),
                        stage.Name
                    )
                );
        }

        return (settled.ToImmutable(), null);
    }

    /// <summary>What a change of a kind changes, each in a few words, for the log; empty when it changes nothing.</summary>
    public static ImmutableArray<string> Changes(Kind before, Kind after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var said = new List<string>();
        void Say(string what, string from, string to)
        {
            if (from != to)
                said.Add($"{what}: {(from.Length == 0 ? "none" : from)} → {(to.Length == 0 ? "none" : to)}");
        }

        Say("name", before.Name, after.Name);
        Say("several", before.Many, after.Many);
        Say("numbered", Words(before.Numbering), Words(after.Numbering));
        Say(Texts.HasCustomer, YesNo(before.Usual.WithParty), YesNo(after.Usual.WithParty));
        Say(Texts.UsualQueue, $"{before.Usual.Queue}", $"{after.Usual.Queue}");
        Say(Texts.UsualSite, before.Usual.Site, after.Usual.Site);
        Say(Texts.UsualOwner, $"{before.Usual.Owner?.Value}", $"{after.Usual.Owner?.Value}");
        Say(Texts.OpenedFromConversations, YesNo(before.FromTalk), YesNo(after.FromTalk));
        Say("retired", YesNo(before.Retired), YesNo(after.Retired));
        Say("stages", List(before.Stages.Select(Words)), List(after.Stages.Select(Words)));
        Say(
            "milestones",
            List(before.Milestones.Select(m => Words(m, before))),
            List(after.Milestones.Select(m => Words(m, after)))
        );
        Say(
            "fields",
            List(before.Fields.Select(f => Words(f, before))),
            List(after.Fields.Select(f => Words(f, after)))
        );
        return [.. said];
    }

    private static (string, string)? Wrong(Field field, Kind kind)
    {
        if (field.NeededFrom is { } stage && kind.PositionOf(stage) < 0)
            return ("fields", Texts.IsNeededFromStage(field.Name));
        if (field.Type is FieldType.Choice && field.Choices.All(c => c.Retired))
            return ("fields", Texts.HasNothingChooseFrom(field.Name));
        return field.Type is FieldType.Choice
            ? Named(field.Choices.Where(c => !c.Retired).Select(c => c.Name), "fields", Texts.ChoiceOf(field.Name))
            : null;
    }

    private static (string, string)? Named(IEnumerable<string> names, string part, string thing)
    {
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        foreach (var name in names)
        {
            if (string.IsNullOrWhiteSpace(name))
                return (part, Texts.EachNeedsName(thing));
            if (!seen.Add(name.Trim()))
                return (part, Texts.ThereTwoNamedEach(name.Trim(), thing));
        }

        return null;
    }

    private static (string, string)? Many(Kind kind) =>
        kind.AllStages.Length > MostStages ? ("stages", Texts.KindCanHaveStages(MostStages))
        : kind.Fields.Length > MostFields ? ("fields", Texts.KindCanHaveFields(MostFields))
        : kind.Milestones.Length > MostMilestones ? ("milestones", Texts.KindCanHaveMilestones(MostMilestones))
        : kind.Fields.FirstOrDefault(f => f.Choices.Length > MostChoices) is { } full
            ? ("fields", Texts.HasMoreThanChoices(full.Name, MostChoices))
        : null;

    private static bool Same(string a, string b) =>
        string.Equals(a.Trim(), b.Trim(), StringComparison.OrdinalIgnoreCase);

    private static string YesNo(bool yes) => yes ? "yes" : "no";

    private static string List(IEnumerable<string> words) => string.Join(", ", words);

    private static string Words(Numbering n) => Texts.ByYearFrom(n.Letters, n.ByYear, n.Next);

    private static string Words(Stage s) => s.PublicName is { } shown ? $"{s.Name} ({shown})" : s.Name;

    private static string Words(KindMilestone m, Kind kind) =>
        $"{m.Name}{(m.Stage is { } s ? Texts.EndEntryOf(m.AtEnd, kind.Find(s)?.Name) : "")}"
        + (m.Retired ? " (retired)" : "");

    private static string Words(Field f, Kind kind) =>
        $"{f.Name} ({string.Join("; ", new[]
        {
            f.Type.ToString().ToLowerInvariant(),
            f.Unit,
            List(f.Choices.Where(c => !c.Retired).Select(c => c.Name)),
            f.NeededFrom is { } s ? Texts.NeededFrom(kind.Find(s)?.Name) : "",
            f.InHead ? Texts.InTheHead : "",
            f.PartySees ? Texts.CustomersSeeIt : "",
            f.Retired ? "retired" : "",
        }.Where(w => w.Length > 0))})";
}
