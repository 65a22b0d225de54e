using System.Text.Json;
using Wrenlet.Core.Dockets;
using Wrenlet.Server.Dockets;

namespace Wrenlet.Server.Tests.World;

/// <summary>
/// Gable &amp; Wick, who tune, restore and hire out pianos: kinds, stages and fields that share no word with the yard's,
/// as they are set up by hand.
/// </summary>
public static class PianoFirm
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>Its kinds as an administrator would send them, with new identities.</summary>
    public static IReadOnlyList<KindSetting> Kinds() =>
        [
            .. JsonSerializer
                .Deserialize<KindFile[]>(
                    File.ReadAllText(Path.Combine(Repository.Root, "tests/firms/gable-wick/kinds.json")),
                    Json
                )!
                .Select(Setting),
        ];

    /// <summary>A stage of a kind by its name.</summary>
    public static Guid Stage(this KindSetting kind, string name) => kind.Stages.First(s => s.Name == name).Id;

    /// <summary>A field of a kind by its name.</summary>
    public static FieldSetting Field(this KindSetting kind, string name) => kind.Fields.First(f => f.Name == name);

    private static KindSetting Setting(KindFile file)
    {
        var stages = file
            .Stages.Select(s => new StageSetting(Guid.CreateVersion7(), s.Name, s.Public))
            .ToDictionary(s => s.Name);
        return new(
            Guid.CreateVersion7(),
            file.Name,
            file.Many,
            file.Letters,
            1,
            file.ByYear,
            file.WithParty,
            null,
            "",
            null,
            file.FromTalk,
            false,
            [.. stages.Values],
            [
                .. file.Milestones.Select(m => new KindMilestoneSetting(
                    Guid.CreateVersion7(),
                    m.Name,
                    stages[m.Stage].Id,
                    m.AtEnd
                )),
            ],
            [
                .. file.Fields.Select(f => new FieldSetting(
                    Guid.CreateVersion7(),
                    f.Name,
                    f.Type,
                    f.Unit ?? "",
                    [.. (f.Choices ?? []).Select(c => new FieldChoiceSetting(Guid.CreateVersion7(), c))],
                    f.NeededFrom is { } from ? stages[from].Id : null,
                    f.InHead,
                    f.PartySees
                )),
            ]
        );
    }

    private sealed record KindFile(
        string Name,
        string Many,
        string Letters,
        bool ByYear,
        bool WithParty,
        bool FromTalk,
        StageFile[] Stages,
        MilestoneFile[] Milestones,
        FieldFile[] Fields
    );

    private sealed record StageFile(string Name, string? Public);

    private sealed record MilestoneFile(string Name, string Stage, bool AtEnd);

    private sealed record FieldFile(
        string Name,
        string Type,
        string? Unit,
        string[]? Choices,
        string? NeededFrom,
        bool InHead,
        bool PartySees
    );
}
