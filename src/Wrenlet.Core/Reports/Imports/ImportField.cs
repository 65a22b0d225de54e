using System.Collections.Immutable;

namespace Wrenlet.Core.Reports.Imports;

/// <summary>How values of a column look.</summary>
public enum Looks
{
    /// <summary>Any words.</summary>
    Words,

    /// <summary>Mail addresses.</summary>
    Mail,

    /// <summary>Telephone numbers.</summary>
    Phone,

    /// <summary>Days.</summary>
    Day,

    /// <summary>Numbers and sums.</summary>
    Number,

    /// <summary>Yes and no.</summary>
    YesNo,

    /// <summary>Some of a few words that are known.</summary>
    Choice,
}

/// <summary>Something that a column of a file can fill.</summary>
/// <param name="Key">What it is called between the parts of the program.</param>
/// <param name="Name">What people call it.</param>
/// <param name="AlsoCalled">Other names under which files have it.</param>
/// <param name="Looks">How its values look.</param>
/// <param name="Needed">Whether nothing can be brought along without it.</param>
/// <param name="Choices">The words that it can hold, where it holds one of a few.</param>
/// <param name="ForAll">Whether one value can be given for all rows.</param>
public sealed record ImportField(
    string Key,
    string Name,
    ImmutableArray<string> AlsoCalled,
    Looks Looks = Looks.Words,
    bool Needed = false,
    ImmutableArray<string> Choices = default,
    bool ForAll = false
)
{
    /// <summary>All names under which it is known.</summary>
    public IEnumerable<string> Names => AlsoCalled.Prepend(Name);
}

/// <summary>A column of a file, and what it fills.</summary>
/// <param name="Column">Its place in the file, from 0.</param>
/// <param name="Field">What it fills; null for nothing, so that it is left out.</param>
/// <param name="Certainty">How sure that is, 0 to 1.</param>
/// <param name="Reason">Why, in words; why not, where it fills nothing.</param>
public sealed record MatchedColumn(int Column, string? Field, double Certainty, string Reason);
