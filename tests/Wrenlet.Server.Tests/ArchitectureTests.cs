using System.Text.RegularExpressions;
using ArchUnitNET.Domain;
using ArchUnitNET.Loader;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests;

/// <summary>
/// The layers, and the eleven parts in every layer, depend on one another in one direction only. Each rule is shown to
/// fail on a breach that is planted in this assembly.
/// </summary>
public partial class ArchitectureTests
{
    private static readonly string[] Layers = ["Core", "Formats", "Storage", "Server"];

    private static readonly string[] Parts =
    [
        "Calendars",
        "People",
        "Dockets",
        "Conversations",
        "Tasks",
        "Asks",
        "Sheets",
        "Flow",
        "Alerts",
        "Finding",
        "Reports",
    ];

    /// <summary>Rooms of the server that compose several parts, and that no part may use.</summary>
    private static readonly string[] Composing = ["Pages", "Live", "Background", "Standins", "Demo"];

    /// <summary>What the change log names: ids may be known to everybody, and say nothing of what they stand for.</summary>
    private static readonly string[] Identities =
    [
        typeof(Core.Dockets.DocketId).FullName!,
        typeof(Core.Conversations.ConversationId).FullName!,
        typeof(Core.Conversations.EntryId).FullName!,
    ];

    private static readonly Architecture Whole = new ArchLoader()
        .LoadAssemblies(
            typeof(Core.People.Sight).Assembly,
            typeof(Formats.Text.EntryText).Assembly,
            typeof(Storage.Database).Assembly,
            typeof(Settings).Assembly,
            typeof(ArchitectureTests).Assembly
        )
        .Build();

    /// <summary>A type by its layer and its part; the part is empty for what stands above the parts.</summary>
    private readonly record struct Room(string Layer, string Part, string Name)
    {
        public static Room Of(IType type)
        {
            var names = type.FullName.Split('.', '+', '/');
            return names is ["Wrenlet", var layer, ..]
                ? new(layer, names.Length > 3 ? names[2] : "", type.FullName)
                : new("", "", type.FullName);
        }
    }

    private static IEnumerable<(Room From, Room To)> Dependencies(Func<Room, bool> from) =>
        Whole
            .Types.Select(t => (Type: t, Room: Room.Of(t)))
            .Where(t => from(t.Room))
            .SelectMany(t => t.Type.Dependencies.Select(d => (t.Room, Room.Of(d.Target))))
            .Where(d => !Identities.Contains(d.Item2.Name))
            .Distinct();

    private static List<string> Told(IEnumerable<(Room From, Room To)> breaches) =>
        [.. breaches.Select(b => $"{b.From.Name} uses {b.To.Name}").Distinct().Order(StringComparer.Ordinal)];

    private static List<string> LayersMixed(string layer, params string[] above) =>
        Told(Dependencies(r => r.Layer == layer).Where(d => above.Contains(d.To.Layer)));

    private static List<string> PartsMixed(string layer) =>
        Told(
            Dependencies(r => r.Layer == layer)
                .Where(d => Rank(d.From) is { } from && Rank(d.To) is { } to && to > from)
        );

    private static List<string> ComposingUsed(string layer) =>
        Told(
            Dependencies(r => r.Layer == layer && Rank(r) is not null)
                .Where(d => d.To.Layer == layer && Composing.Contains(d.To.Part))
        );

    private static int? Rank(Room room) => Array.IndexOf(Parts, room.Part) is >= 0 and var rank ? rank : null;

    [Fact]
    public void The_core_knows_no_other_layer() => LayersMixed("Core", "Formats", "Storage", "Server").ShouldBeEmpty();

    [Fact]
    public void The_formats_know_the_core_only() => LayersMixed("Formats", "Storage", "Server").ShouldBeEmpty();

    [Fact]
    public void The_storage_knows_the_core_only() => LayersMixed("Storage", "Formats", "Server").ShouldBeEmpty();

    [Theory]
    [InlineData("Core")]
    [InlineData("Formats")]
    [InlineData("Storage")]
    [InlineData("Server")]
    public void A_part_knows_none_to_its_right_in_any_layer(string layer) => PartsMixed(layer).ShouldBeEmpty();

    [Fact]
    public void No_part_knows_what_composes_the_parts() => ComposingUsed("Server").ShouldBeEmpty();

    [Fact]
    public void Accounts_know_of_people_only() =>
        Told(
                Dependencies(r => r is { Layer: "Server", Part: "Accounts" })
                    .Where(d => Rank(d.To) > Array.IndexOf(Parts, "People"))
            )
            .ShouldBeEmpty();

    [Fact]
    public void A_planted_breach_of_the_layers_is_found() =>
        LayersMixed("Planted", "Server")
            .ShouldContain(b => b.StartsWith("Wrenlet.Planted.Low", StringComparison.Ordinal));

    [Fact]
    public void A_planted_breach_of_the_parts_is_found() =>
        PartsMixed("Planted").ShouldBe(["Wrenlet.Planted.People.Left uses Wrenlet.Planted.Tasks.Right"]);

    [Fact]
    public void A_planted_use_of_a_page_is_found() =>
        ComposingUsed("Planted").ShouldBe(["Wrenlet.Planted.Tasks.Right uses Wrenlet.Planted.Pages.Page"]);

    [Fact]
    public void The_core_references_nothing_but_NodaTime()
    {
        var allowed = new[] { "NodaTime", "System", "netstandard" };
        typeof(Core.People.Sight)
            .Assembly.GetReferencedAssemblies()
            .ShouldAllBe(a => allowed.Any(n => a.Name!.StartsWith(n, StringComparison.Ordinal)));
    }

    [Fact]
    public void The_core_does_no_input_and_reads_no_clock()
    {
        var source = string.Concat(Sources("src/Wrenlet.Core").Select(File.ReadAllText));
        Forbidden().Matches(source).Select(m => m.Value).ShouldBeEmpty();
    }

    /// <summary>SQL of a part writes rows of its own tables only; reading joins what it needs.</summary>
    [Fact]
    public void A_store_writes_only_tables_of_its_own_part()
    {
        var owners = TableOwners();
        var breaches =
            from file in Sources("src/Wrenlet.Storage")
            let part = Path.GetRelativePath(Path.Combine(Repository.Root, "src/Wrenlet.Storage"), file).Split('/')[0]
            where Parts.Contains(part)
            from Match written in Written().Matches(File.ReadAllText(file))
            let table = written.Groups["table"].Value
            let owner = owners.GetValueOrDefault(table)
            where owner is not null && Array.IndexOf(Parts, owner) > Array.IndexOf(Parts, part)
            select $"{part} writes {table} of {owner}";
        breaches.Distinct().ShouldBeEmpty();
    }

    /// <summary>Whose table is whose, by the store that adds rows to it.</summary>
    private static Dictionary<string, string> TableOwners()
    {
        var added =
            from file in Sources("src/Wrenlet.Storage")
            let part = Path.GetRelativePath(Path.Combine(Repository.Root, "src/Wrenlet.Storage"), file).Split('/')[0]
            where Parts.Contains(part)
            from Match row in Added().Matches(File.ReadAllText(file))
            select (Table: row.Groups["table"].Value, Part: part);
        return added
            .GroupBy(a => a.Table, a => a.Part)
            .ToDictionary(g => g.Key, g => g.MinBy(p => Array.IndexOf(Parts, p))!);
    }

    private static IEnumerable<string> Sources(string folder) =>
        Directory
            .EnumerateFiles(Path.Combine(Repository.Root, folder), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal));

    [GeneratedRegex(@"DateTime\.(UtcNow|Now)|SystemClock|File\.|HttpClient|Console\.|System\.Text\.Json|Sqlite")]
    private static partial Regex Forbidden();

    [GeneratedRegex(@"INSERT INTO (?<table>[a-z_]+)")]
    private static partial Regex Added();

    [GeneratedRegex(@"(?:INSERT INTO|UPDATE|DELETE FROM) (?<table>[a-z_]+)")]
    private static partial Regex Written();
}
