using System.ComponentModel.DataAnnotations;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>An import as it stands.</summary>
/// <param name="Kind">contacts, dockets or tasks.</param>
/// <param name="State">chosen, running, stopped, done, failed, taking-back or taken-back.</param>
/// <param name="Rows">How many rows the file has.</param>
/// <param name="Taken">How many of them have been looked at.</param>
/// <param name="Left">How many of those could not be taken.</param>
/// <param name="ToTakeBack">How many things are still to be taken back.</param>
/// <param name="Kept">What stayed when it was taken back, with why: the first of them.</param>
/// <param name="KeptCount">How many stayed.</param>
/// <param name="Problem">Why it failed; null for when it did not.</param>
public sealed record ImportJob(
    Guid Id,
    string Kind,
    string File,
    PersonView? By,
    DateTimeOffset At,
    string State,
    int Rows,
    int Taken,
    int Added,
    int Changed,
    int Same,
    int Left,
    int ToTakeBack,
    IReadOnlyList<KeptView> Kept,
    int KeptCount,
    DateTimeOffset? Finished,
    string? Problem
);

/// <summary>Something that stayed when an import was taken back.</summary>
public sealed record KeptView(string Name, string Why);

/// <summary>A column of a file.</summary>
/// <param name="Samples">Some of what stands in it.</param>
/// <param name="Field">What it fills; null for nothing.</param>
/// <param name="Reason">Why it was found to fill that, or nothing.</param>
public sealed record FileColumnView(string Heading, IReadOnlyList<string> Samples, string? Field, string Reason);

/// <summary>Something that a column can fill.</summary>
/// <param name="Choices">What it can hold, where it holds one of a few.</param>
/// <param name="ForAll">Whether one value can be given for all rows.</param>
public sealed record FillableView(string Key, string Name, bool Needed, bool ForAll, IReadOnlyList<string> Choices);

/// <summary>What would come of a row.</summary>
/// <param name="Does">new, changed, same or left.</param>
/// <param name="Why">Why it cannot be taken; null when it can.</param>
public sealed record PreviewRow(int Line, string Title, string Does, string? Why);

/// <summary>A file before it is brought along: how it is read, and what would come of it.</summary>
/// <param name="Encoding">The encoding that its bytes told.</param>
/// <param name="Separator">What stands between its values.</param>
/// <param name="ForAll">What is the same for all rows, by field.</param>
/// <param name="Missing">Names of what is needed and not filled yet.</param>
/// <param name="UnsureDays">Names of fields in whose columns day and month cannot be told apart.</param>
/// <param name="DayFirst">Whether they are read with the day first.</param>
/// <param name="Shown">Rows that cannot be taken first, then the first of the others.</param>
public sealed record ImportPreview(
    ImportJob Import,
    string Encoding,
    string Separator,
    IReadOnlyList<FileColumnView> Columns,
    IReadOnlyList<FillableView> Fields,
    IReadOnlyDictionary<string, string> ForAll,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> UnsureDays,
    bool DayFirst,
    IReadOnlyList<PreviewRow> Shown,
    int New,
    int Changed,
    int Same,
    int Left
);

/// <summary>How a file is to be read.</summary>
/// <param name="Columns">What each column fills, in their order; empty for what is left out.</param>
/// <param name="ForAll">What is the same for all rows, by field.</param>
public sealed record ImportReading(
    [property: Required, MaxLength(200)] IReadOnlyList<string> Columns,
    [property: Required, MaxLength(200)] IReadOnlyDictionary<string, string> ForAll
);
