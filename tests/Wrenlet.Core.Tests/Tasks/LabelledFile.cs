using System.Collections.Immutable;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>A message of a file of labelled messages, with the rows that say what it asks for.</summary>
/// <param name="Id">Its number in the file.</param>
/// <param name="Rows">A row for each task; one with "-" as its priority where there is none.</param>
internal sealed record LabelledRow(string Id, LabelledMessage Message, IReadOnlyList<string[]> Rows);

/// <summary>
/// Reads labelled messages. Lines that begin with # say who is there; without them it is the boatyard of the tests. Columns: id,
/// sent, author, message, owners, due, start, priority, repeats, title; "-" for none, "~" for what is not judged.
/// </summary>
internal static class LabelledFile
{
    public static IReadOnlyList<LabelledRow> Read(string file)
    {
        var lines = File.ReadAllLines(file).Where(l => l.Length > 0).ToList();
        var setting = SettingOf(lines);
        var rows = lines.Where(l => l[0] != '#').Skip(1).Select(l => l.Split('\t')).ToList();
        if (rows.Find(r => r.Length < 10) is { } shorter)
            throw new FormatException($"Row {shorter[0]} has {shorter.Length} columns; ten are wanted.");
        return
        [
            .. rows.GroupBy(r => r[0].TrimEnd('a', 'b', 'c', 'd', 'e', 'f')).Select(g => Row(g.Key, [.. g], setting)),
        ];
    }

    /// <summary>All messages that ship for learning.</summary>
    public static IEnumerable<LabelledRow> All() =>
        Directory
            .GetFiles(Path.Combine(AppContext.BaseDirectory, "Tasks", "training"), "*.tsv")
            .Order(StringComparer.Ordinal)
            .SelectMany(Read);

    /// <summary>Who owns a draft, as the files write it.</summary>
    public static string Owners(Draft draft, ReaderSetting setting) =>
        draft.Owners is null
            ? "-"
            : string.Join(
                ';',
                draft.Owners.Value.Select(o =>
                    o switch
                    {
                        TaskOwner.OfPerson p => setting.Staff.Single(s => s.Id == p.Person).Name,
                        TaskOwner.OfCrew c => setting.Crews.Single(s => s.Id == c.Crew).Name,
                        _ => throw new InvalidOperationException("Unknown kind of owner."),
                    }
                )
            );

    private static LabelledRow Row(string id, IReadOnlyList<string[]> rows, ReaderSetting setting)
    {
        var first = rows[0];
        return new(
            id,
            new(
                setting,
                first[3].Replace("\\n", "\n", StringComparison.Ordinal),
                setting.Staff.FirstOrDefault(p => p.Name == first[2])?.Id,
                first[2],
                Yard.At(first[1]),
                [.. rows.Where(r => r[7] != "-").Select(r => Task(r, setting))]
            ),
            rows
        );
    }

    private static LabelledTask Task(string[] row, ReaderSetting setting) =>
        new(
            row[9],
            row[4] is "-" or "~" ? [] : [.. row[4].Split(';').Select(n => Owner(n, setting))],
            row[5] is "-" or "~" ? null : Yard.At(row[5]),
            row[6] is "-" or "~" ? null : Yard.At(row[6]),
            Enum.TryParse<Priority>(row[7], out var priority) ? priority : Priority.Normal,
            row[8] is "-" or "~" ? null : row[8]
        );

    private static TaskOwner Owner(string name, ReaderSetting setting) =>
        setting.Staff.FirstOrDefault(p => p.Name == name) is { } person ? new TaskOwner.OfPerson(person.Id)
        : setting.Crews.FirstOrDefault(c => c.Name == name) is { } crew ? new TaskOwner.OfCrew(crew.Id)
        : throw new FormatException($"Nobody is called {name}.");

    private static ReaderSetting SettingOf(List<string> lines)
    {
        var heads = lines
            .Where(l => l[0] == '#')
            .Select(l => l[1..].Split(':', 2))
            .ToDictionary(h => h[0].Trim(), h => h[1].Split(';', StringSplitOptions.TrimEntries));
        if (!heads.TryGetValue("people", out var people))
            return Yard.Setting;
        return new(
            Yard.Hours,
            true,
            [
                .. heads["milestones"]
                    .Select(m => m.Split('='))
                    .Select(m => new Milestone(m[0].Replace('-', ' '), Yard.At(m[1]))),
            ],
            [.. people.Select(n => new Person(new PersonId(Guid.CreateVersion7()), n, Role.Member, null, []))],
            [.. heads["crews"].Select(n => new Crew(new CrewId(Guid.CreateVersion7()), n, []))],
            [.. heads["customers"]]
        );
    }
}
