using System.Collections.Immutable;
using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using Wrenlet.Core.Flow.Forecasts;

namespace Wrenlet.Bench;

/// <summary>Lays cases out with the product's own search, and prints how long each is and where each task stands.</summary>
/// <remarks>
/// Each line of the file: <c>{"id","people":[..],"tasks":[{"id","minutes","any":[..],"after":[..],"from"}]}</c>, in minutes from
/// 0; every person is always at work. Prints <c>ID LENGTH [{"task","person","start"},..]</c> for each, and the time at the end.
/// </remarks>
internal static class Forecasting
{
    private const int WarmUps = 50;

    /// <returns>The exit code: 0 when the file could be read.</returns>
    public static int Run(string file)
    {
        if (!File.Exists(file))
        {
            Console.Error.WriteLine($"There is no file {file}.");
            return 1;
        }

        var (number, cases) = (0, 0);
        var (sum, longest) = (TimeSpan.Zero, TimeSpan.Zero);
        foreach (var line in File.ReadLines(file))
        {
            number++;
            if (string.IsNullOrWhiteSpace(line))
                continue;
            try
            {
                var one = Read(line);
                // What is measured is code that has been running for a while, as in a server.
                for (var i = 0; cases == 0 && i < WarmUps; i++)
                    Solve(one);
                var watch = Stopwatch.StartNew();
                var plan = Solve(one);
                watch.Stop();
                cases++;
                sum += watch.Elapsed;
                longest = watch.Elapsed > longest ? watch.Elapsed : longest;
                Print(one, plan);
            }
            catch (Exception not) when (not is JsonException or ArgumentException)
            {
                Console.Error.WriteLine($"Line {number} cannot be read: {not.Message}");
                return 1;
            }
        }

        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{cases} cases, {(cases == 0 ? 0 : sum.TotalMilliseconds / cases):0.00} ms a case, "
                    + $"the slowest {longest.TotalMilliseconds:0.0} ms"
            )
        );
        return 0;
    }

    private static Case Read(string line)
    {
        using var document = JsonDocument.Parse(line);
        var root = document.RootElement;
        ImmutableArray<string> people = [.. root.GetProperty("people").EnumerateArray().Select(Name)];
        var tasks = root.GetProperty("tasks").EnumerateArray().ToList();
        ImmutableArray<string> ids = [.. tasks.Select(t => Name(t.GetProperty("id")))];
        int Person(string name) =>
            people.IndexOf(name) is >= 0 and var at ? at : throw new JsonException($"Nobody is called {name}.");
        int Task(string name) =>
            ids.IndexOf(name) is >= 0 and var at ? at : throw new JsonException($"There is no task {name}.");
        var jobs = tasks.Select(t => new PlanJob(
            Minutes(t, "minutes"),
            [.. Names(t, "any").Select(Person)],
            [.. Names(t, "after").Select(Task)],
            t.TryGetProperty("from", out _) ? Minutes(t, "from") : 0
        ));
        return new(
            Name(root.GetProperty("id")),
            people,
            ids,
            new PlanProblem(
                [.. people.Select(_ => WorkAxis.Always)],
                WorkAxis.Always,
                [.. jobs],
                [new PlanTarget([.. Enumerable.Range(0, ids.Length)], 0)]
            )
        );
    }

    private static Plan Solve(Case one) => PlanSearch.Find(one.Problem);

    private static void Print(Case one, Plan plan)
    {
        var tasks = JsonSerializer.Serialize(
            one.Tasks.Select(
                (t, i) => new Placed(t, plan.People[i] < 0 ? null : one.People[plan.People[i]], plan.Starts[i])
            ),
            JsonSerializerOptions.Web
        );
        Console.WriteLine($"{one.Id} {plan.Reached(one.Problem.Targets[0])} {tasks}");
    }

    private static string Name(JsonElement of) =>
        of.ValueKind is JsonValueKind.String ? of.GetString()! : of.GetRawText();

    private static IEnumerable<string> Names(JsonElement of, string property) =>
        of.TryGetProperty(property, out var names) && names.ValueKind is JsonValueKind.Array
            ? names.EnumerateArray().Select(Name)
            : [];

    private static int Minutes(JsonElement of, string property) =>
        of.GetProperty(property) is { ValueKind: JsonValueKind.Number } number
        && number.TryGetDouble(out var minutes)
        && minutes is >= 0 and < WorkAxis.Endless
        && minutes == Math.Floor(minutes)
            ? (int)minutes
            : throw new JsonException($"{property} has to be whole minutes, from 0.");

    private sealed record Case(
        string Id,
        ImmutableArray<string> People,
        ImmutableArray<string> Tasks,
        PlanProblem Problem
    );

    private sealed record Placed(string Task, string? Person, int Start);
}
