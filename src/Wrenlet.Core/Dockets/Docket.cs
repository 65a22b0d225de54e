using System.Globalization;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Dockets;

/// <summary>Identity of a docket (UUIDv7).</summary>
public readonly record struct DocketId(Guid Value);

/// <summary>
/// Human reference of a docket: the letters of its kind, the year where its kind counts by year, and a number: J-1042,
/// R-2026-14. A docket keeps it whatever becomes of its kind's letters.
/// </summary>
/// <param name="Letters">One to three capital letters.</param>
/// <param name="Number">From 1.</param>
/// <param name="Year">The year in which it was counted; null where the kind counts on and on.</param>
public readonly record struct DocketRef(string Letters, int Number, int? Year = null)
{
    /// <summary>Most letters of a kind.</summary>
    public const int MostLetters = 3;

    private const int LongestNumber = 9;

    /// <summary>Written as people write it: J-1042.</summary>
    public override string ToString() =>
        string.Create(CultureInfo.InvariantCulture, $"{Letters}-{(Year is { } y ? $"{y}-" : "")}{Number}");

    /// <summary>Reads "J-1042" and "R-2026-14", also in small letters; null when it is none.</summary>
    public static DocketRef? Parse(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var parts = text.Length <= MostLetters + 1 + 4 + 1 + LongestNumber ? text.Split('-') : [];
        if (parts.Length is not (2 or 3) || !AreLetters(parts[0]) || Digits(parts[^1]) is not { } number || number == 0)
            return null;
        int? year = parts.Length == 3 && parts[1].Length == 4 ? Digits(parts[1]) : null;
        return parts.Length == 3 && year is null ? null : new DocketRef(parts[0].ToUpperInvariant(), number, year);
    }

    /// <summary>Whether these can be the letters of a kind, in either case.</summary>
    public static bool AreLetters(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return text.Length is > 0 and <= MostLetters && text.All(char.IsAsciiLetter);
    }

    private static int? Digits(string text) =>
        text.Length <= LongestNumber
        && int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            ? number
            : null;
}

/// <summary>The docket a conversation belongs to, in short.</summary>
public sealed record DocketBrief(DocketId Id, DocketRef Ref, string Subject, PersonId? Owner);

/// <summary>A docket with who may see it.</summary>
/// <param name="Key">Order in which dockets were made; for paging.</param>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What sort of docket it is.</param>
/// <param name="Ref">As people call it: J-1042.</param>
/// <param name="Subject">What it is about.</param>
/// <param name="Site">Where the work is; empty for nowhere in particular.</param>
/// <param name="Owner">Who answers for it; null for nobody.</param>
/// <param name="Stage">The stage of its kind that the work is in.</param>
/// <param name="Priority">How much it matters.</param>
/// <param name="Open">Whether work on it goes on.</param>
/// <param name="Sight">Who of the staff sees it.</param>
public sealed record Docket(
    long Key,
    DocketId Id,
    KindId Kind,
    DocketRef Ref,
    string Subject,
    string Site,
    PersonId? Owner,
    StageId Stage,
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
