using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Dockets;

/// <summary>Identity of a kind of docket.</summary>
public readonly record struct KindId(Guid Value);

/// <summary>Identity of a stage: renamed or moved, it is the same stage.</summary>
public readonly record struct StageId(Guid Value);

/// <summary>Identity of a milestone that dockets of a kind have.</summary>
public readonly record struct MilestoneId(Guid Value);

/// <summary>A stage that dockets of a kind go through.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What staff call it.</param>
/// <param name="PublicName">What a customer is told of it; null for nothing.</param>
/// <param name="Retired">Whether nothing enters it any more.</param>
public sealed record Stage(StageId Id, string Name, string? PublicName = null, bool Retired = false)
{
    /// <summary>The stage in short.</summary>
    public StageBrief Brief => new(Id, Name);
}

/// <summary>A stage in short, as what belongs to it names it.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What staff call it.</param>
public readonly record struct StageBrief(StageId Id, string Name);

/// <summary>A dated promise that dockets of a kind can have.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What people call it: "delivery".</param>
/// <param name="Stage">The stage that it is the entry or the end of; null for neither.</param>
/// <param name="AtEnd">Whether it is that stage's end rather than its entry.</param>
/// <param name="Retired">Whether new dockets have it no more.</param>
public sealed record KindMilestone(
    MilestoneId Id,
    string Name,
    StageId? Stage = null,
    bool AtEnd = false,
    bool Retired = false
);

/// <summary>How dockets of a kind are numbered.</summary>
/// <param name="Letters">One to three capital letters.</param>
/// <param name="Next">The least number that the next docket gets, from 1.</param>
/// <param name="ByYear">Whether the count begins anew each year, and the year stands in the reference.</param>
/// <param name="NextIn">The year for which <paramref name="Next"/> was said; null for every year. Where the count does
/// not go by year it does not matter.</param>
public sealed record Numbering(string Letters, int Next = 1, bool ByYear = false, int? NextIn = null)
{
    /// <summary>The least number that the next docket made in a year gets.</summary>
    public int LeastIn(int year) => ByYear && NextIn is { } only && only != year ? 1 : Next;
}

/// <summary>What a docket of a kind begins with where nobody says otherwise.</summary>
/// <param name="WithParty">Whether there is usually a customer or partner on the other side.</param>
/// <param name="Queue">Where what the party writes waits; null for none in particular.</param>
/// <param name="Site">Where the work is; empty for nowhere in particular.</param>
/// <param name="Owner">Who answers for it; null for whoever makes it.</param>
public sealed record KindUsual(bool WithParty = true, Guid? Queue = null, string Site = "", PersonId? Owner = null);

/// <summary>A sort of docket that a firm has made: its stages, its numbering, and what it begins with.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">One of it: "job".</param>
/// <param name="Many">Several of it: "jobs".</param>
/// <param name="Numbering">How its dockets are numbered.</param>
/// <param name="Usual">What a docket begins with.</param>
/// <param name="FromTalk">Whether a conversation without a docket opens one of this kind.</param>
/// <param name="AllStages">Its stages in order, retired ones among them.</param>
/// <param name="Milestones">Its milestones in order, retired ones among them.</param>
/// <param name="Fields">Its fields in order, retired ones among them.</param>
/// <param name="Retired">Whether no new docket of it is made.</param>
public sealed record Kind(
    KindId Id,
    string Name,
    string Many,
    Numbering Numbering,
    KindUsual Usual,
    bool FromTalk,
    ImmutableArray<Stage> AllStages,
    ImmutableArray<KindMilestone> Milestones,
    ImmutableArray<Field> Fields,
    bool Retired = false
)
{
    /// <summary>Its stages in order, retired ones among them.</summary>
    public ImmutableArray<Stage> AllStages
    {
        get;
        init
        {
            field = value;
            Stages = [.. value.Where(s => !s.Retired)];
        }
    } = AllStages;

    /// <summary>The stages that dockets go through, in order.</summary>
    public ImmutableArray<Stage> Stages { get; private init; } = [.. AllStages.Where(s => !s.Retired)];

    /// <summary>The stage that a new docket is in.</summary>
    public Stage First => Stages[0];

    /// <summary>Where a stage stands in the order, from 0; -1 for what is retired or of another kind.</summary>
    public int PositionOf(StageId stage)
    {
        for (var i = 0; i < Stages.Length; i++)
            if (Stages[i].Id == stage)
                return i;
        return -1;
    }

    /// <summary>A stage by its identity, retired ones among them; null for one of another kind.</summary>
    public Stage? Find(StageId stage) => AllStages.FirstOrDefault(s => s.Id == stage);

    /// <summary>How each stage stands, given the one the work is in and how many gates each has open.</summary>
    public ImmutableArray<StageStanding> Standing(StageId current, IReadOnlyDictionary<StageId, int> openGates)
    {
        var now = PositionOf(current);
        return
        [
            .. Stages.Select(
                (stage, i) =>
                    i.CompareTo(now) switch
                    {
                        < 0 => StageStanding.Past,
                        0 => StageStanding.Now,
                        _ => openGates.GetValueOrDefault(stage.Id) > 0 ? StageStanding.Gated : StageStanding.Ahead,
                    }
            ),
        ];
    }
}

/// <summary>How a stage stands to the one the work is in.</summary>
public enum StageStanding
{
    /// <summary>Behind us.</summary>
    Past,

    /// <summary>Where the work is.</summary>
    Now,

    /// <summary>Ahead, with something still in the way.</summary>
    Gated,

    /// <summary>Ahead, free to enter.</summary>
    Ahead,
}

/// <summary>All kinds of docket that a firm has, in its order.</summary>
public sealed class Kinds
{
    private readonly Dictionary<KindId, Kind> _byId;
    private readonly Dictionary<StageId, Stage> _stages;
    private readonly Dictionary<FieldId, Field> _fields;

    /// <summary>Makes them from a list in the firm's order.</summary>
    public Kinds(IEnumerable<Kind> all)
    {
        All = [.. all];
        _byId = All.ToDictionary(k => k.Id);
        _stages = All.SelectMany(k => k.AllStages).ToDictionary(s => s.Id);
        _fields = All.SelectMany(k => k.Fields).ToDictionary(f => f.Id);
    }

    /// <summary>All of them, retired ones among them.</summary>
    public ImmutableArray<Kind> All { get; }

    /// <summary>Those that new dockets can be of.</summary>
    public IEnumerable<Kind> Live => All.Where(k => !k.Retired);

    /// <summary>The kind of docket that a conversation opens; null where the firm has no kind yet.</summary>
    public Kind? FromTalk => Live.FirstOrDefault(k => k.FromTalk) ?? Live.FirstOrDefault();

    /// <summary>The kind with this identity; null when there is none.</summary>
    public Kind? Find(KindId id) => _byId.GetValueOrDefault(id);

    /// <summary>The kind of a docket, which is always there.</summary>
    public Kind Of(Docket docket)
    {
        ArgumentNullException.ThrowIfNull(docket);
        return _byId[docket.Kind];
    }

    /// <summary>The stage with this identity, of whatever kind; null for none.</summary>
    public Stage? Stage(StageId? id) => id is { } stage ? _stages.GetValueOrDefault(stage) : null;

    /// <summary>The field with this identity, of whatever kind; null for none.</summary>
    public Field? Field(FieldId id) => _fields.GetValueOrDefault(id);
}
