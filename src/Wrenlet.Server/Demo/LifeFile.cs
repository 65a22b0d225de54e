using System.Text.Json;

namespace Wrenlet.Server.Demo;

/// <summary>What people do beside writing: everything that Wrenlet can do stands in it at least once.</summary>
internal sealed record LifeFile(
    ToldAnswer[] Answers,
    ToldSign[] Signs,
    ToldEdit[] Edits,
    ToldPins[] Pins,
    ToldFiling[] Filings,
    ToldTranscript[] Transcripts,
    ToldGroup[] Groups,
    ToldNotice[] Notices,
    ToldThanks[] Thanks,
    ToldWorklist[] Worklists,
    ToldView[] Views,
    ToldTask[] Tasks,
    ToldFollow[] Follows,
    ToldLeave[] Leaves
);

/// <summary>An answer to what an entry asks; the entry is named by its first words, here and below.</summary>
internal sealed record ToldAnswer(string To, string By, string At, bool? Approves, string? Words);

internal sealed record ToldSign(string On, string By, string Sign, string At);

internal sealed record ToldEdit(string Of, string By, string Body, string At);

internal sealed record ToldPins(string Docket, string By, string[] Entries, string At);

internal sealed record ToldFiling(string Of, string By, string Kind, int Minutes, bool Billable, string At);

/// <summary>What was said in a meeting, named by its title.</summary>
internal sealed record ToldTranscript(string Of, string File, string At);

internal sealed record ToldGroup(
    string Name,
    string Description,
    string By,
    string[] With,
    ToldSaying[] Says,
    string At
);

internal sealed record ToldSaying(string By, string Body, string At);

internal sealed record ToldNotice(
    string Title,
    string Body,
    string By,
    string[] Crews,
    bool MustConfirm,
    string[] Confirmed,
    ToldSaying[] Comments,
    string At
);

internal sealed record ToldThanks(string By, string To, string Kind, string Words, string For, string At);

internal sealed record ToldColumn(string Name, int? Most, bool Finishes);

/// <summary>A worklist of a crew or a docket, with tasks by the names of their columns.</summary>
internal sealed record ToldWorklist(
    string Name,
    string? Crew,
    string? Docket,
    string By,
    ToldColumn[] Columns,
    Dictionary<string, string[]> Tasks
);

internal sealed record ToldView(string Name, string By, bool Shared, JsonElement Settings);

internal sealed record ToldTask(
    string Title,
    string By,
    string Owner,
    string Due,
    string? Repeats,
    int Minutes,
    string? Notes,
    string? Docket,
    string[]? WaitsFor,
    string[]? FollowedBy,
    string[]? Parts,
    string At,
    string? Start = null,
    string? Gate = null,
    ToldWait? Comes = null
);

/// <summary>What a task waits for that comes from elsewhere.</summary>
internal sealed record ToldWait(string What, string By, string? ToldBy);

internal sealed record ToldFollow(string By, string Docket);

internal sealed record ToldLeave(string By, string First, string Last, string Cover);
