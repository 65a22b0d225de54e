using System.Globalization;
using Wrenlet.Core.Dockets;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Demo;

/// <summary>The kinds of docket of the demo's firm, with identities made of their names.</summary>
internal static class DemoKinds
{
    public static IEnumerable<Kind> Of(FirmFile firm) => firm.Kinds.Select(Of);

    /// <summary>The kind that a reference of the demo is of.</summary>
    public static Kind KindOf(this Kinds kinds, DocketRef reference) =>
        kinds.All.First(k => k.Numbering.Letters == reference.Letters);

    /// <summary>What stands in some fields of a made docket, by the name of what it is about.</summary>
    public static IEnumerable<string> Filled(Kind kind, string about)
    {
        var random = new Random(about.Sum(c => c * 31));
        foreach (var field in kind.Fields)
            switch (field.Type)
            {
                case FieldType.Number:
                    yield return string.Create(
                        CultureInfo.InvariantCulture,
                        $"{field.Name} {(field.Name == kind.Fields[0].Name ? 6 : 0) + random.Next(9, 70) / 10.0:0.0}"
                    );
                    break;
                case FieldType.Choice:
                    yield return $"{field.Name} {field.Choices[random.Next(field.Choices.Length)].Name}";
                    break;
            }
    }

    /// <summary>Writes what a line of a story says stands in a field.</summary>
    /// <exception cref="FormatException">There is no such field, or it cannot hold that.</exception>
    public static void Fill(SqlSession session, DocketId docket, Kind kind, string line)
    {
        var field =
            kind.Fields.FirstOrDefault(f => line.StartsWith(f.Name + " ", StringComparison.Ordinal))
            ?? throw new FormatException($"“{line}” names no field of {kind.Name}.");
        var words = line[(field.Name.Length + 1)..];
        var given = field.Type switch
        {
            FieldType.Choice => field.Choices.FirstOrDefault(c => c.Name == words)?.Id.ToString() ?? words,
            FieldType.Person => DemoWords.Id(words).ToString(),
            _ => words,
        };
        var (value, wrong) = FieldValues.Read(field, given, _ => true);
        if (wrong is not null)
            throw new FormatException($"“{line}”: {wrong}");
        FieldStore.Set(session, docket, field.Id, value);
    }

    private static Kind Of(KindFile file)
    {
        StageId Stage(string name) => new(DemoWords.Id($"stage {file.Name} {name}"));
        return new(
            new KindId(DemoWords.Id("kind " + file.Name)),
            file.Name,
            file.Many,
            new Numbering(file.Letters),
            new KindUsual(file.WithParty, file.Queue is { } queue ? DemoWords.Id("queue " + queue) : null),
            file.FromTalk,
            [.. file.Stages.Select(s => new Stage(Stage(s.Name), s.Name, s.Public))],
            [
                .. file.Milestones.Select(m => new KindMilestone(
                    new MilestoneId(DemoWords.Id($"milestone {file.Name} {m.Name}")),
                    m.Name,
                    Stage(m.Stage),
                    m.AtEnd
                )),
            ],
            [
                .. file.Fields.Select(f => new Field(
                    new FieldId(DemoWords.Id($"field {file.Name} {f.Name}")),
                    f.Name,
                    StoredWords.FieldTypes.Parse(f.Type)!.Value,
                    f.Unit ?? "",
                    [
                        .. (f.Choices ?? []).Select(c => new FieldChoice(
                            DemoWords.Id($"choice {file.Name} {f.Name} {c}"),
                            c
                        )),
                    ],
                    f.NeededFrom is { } from ? Stage(from) : null,
                    f.InHead,
                    f.PartySees
                )),
            ]
        );
    }
}
