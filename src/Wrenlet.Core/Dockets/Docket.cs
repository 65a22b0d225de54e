using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Dockets;

/// <summary>Identity of a docket (UUIDv7).</summary>
public readonly record struct DocketId(Guid Value);

/// <summary>What kind of work a docket holds.</summary>
public enum DocketKind
{
    /// <summary>A piece of work with stages, for a customer: J-1042.</summary>
    Job,

    /// <summary>A call for help: T-311.</summary>
    Ticket,

    /// <summary>Work of our own: P-7.</summary>
    Project,
}

/// <summary>A named moment of a docket, such as a delivery.</summary>
public sealed record Milestone(string Name, Instant At);

/// <summary>Human reference of a docket: its kind's letter and a number counted by kind.</summary>
public readonly record struct DocketRef(DocketKind Kind, int Number)
{
    /// <summary>Written as people write it: J-1042.</summary>
    public override string ToString() => $"{Letter(Kind)}-{Number}";

    /// <summary>Reads "J-1042", also in lower case; null when it is none.</summary>
    public static DocketRef? Parse(string text)
    {
        if (text.Length is < 3 or > 10 || text[1] != '-')
            return null;
        DocketKind? kind = char.ToUpperInvariant(text[0]) switch
        {
            'J' => DocketKind.Job,
            'T' => DocketKind.Ticket,
            'P' => DocketKind.Project,
            _ => null,
        };
        return
            kind is { } k
            && int.TryParse(text.AsSpan(2), System.Globalization.NumberStyles.None, null, out var number)
            && number > 0
            ? new DocketRef(k, number)
            : null;
    }

    /// <summary>The letter of a kind.</summary>
    public static char Letter(DocketKind kind) =>
        kind switch
        {
            DocketKind.Job => 'J',
            DocketKind.Ticket => 'T',
            DocketKind.Project => 'P',
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Unknown kind of docket."),
        };
}

/// <summary>The docket a conversation belongs to, in short.</summary>
public sealed record DocketBrief(DocketId Id, DocketRef Ref, string Subject, PersonId? Owner);

/// <summary>A docket with who may see it.</summary>
/// <param name="Key">Order in which dockets were made; for paging.</param>
/// <param name="Id">Identity.</param>
/// <param name="Ref">As people call it: J-1042.</param>
/// <param name="Subject">What it is about.</param>
/// <param name="Site">Where the work is; empty for nowhere in particular.</param>
/// <param name="Owner">Who answers for it; null for nobody.</param>
/// <param name="Stage">The stage the work is in, counted from 0.</param>
/// <param name="Priority">How much it matters.</param>
/// <param name="Open">Whether work on it goes on.</param>
/// <param name="Sight">Who of the staff sees it.</param>
public sealed record Docket(
    long Key,
    DocketId Id,
    DocketRef Ref,
    string Subject,
    string Site,
    PersonId? Owner,
    int Stage,
    Priority Priority,
    bool Open,
    DocketSight Sight
)
{
    /// <summary>What people call it for short: the subject up to its colon.</summary>
    public string ShortName => Subject.Split(':', 2)[0];

    /// <summary>Where it stands, for the rule of sight.</summary>
    public Place Place => new Place.Inside(Sight);

    /// <summary>The docket in short, as what belongs to it names it.</summary>
    public DocketBrief Brief => new(Id, Ref, Subject, Owner);
}
