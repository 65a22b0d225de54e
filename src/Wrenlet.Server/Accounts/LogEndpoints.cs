using System.ComponentModel.DataAnnotations;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>A line of the log.</summary>
/// <param name="By">Who did it; empty for what was done by itself or by a stranger.</param>
/// <param name="Kind">signing-in, refused, accounts, settings, dockets, removed, taken-along, read-across or by-itself.</param>
/// <param name="From">The address it was asked from; null for what was done by itself.</param>
public sealed record LogLineView(
    long Id,
    DateTimeOffset At,
    string By,
    string Kind,
    string What,
    string About,
    string? From
);

/// <summary>A part of the log, the newest first.</summary>
/// <param name="Before">What to ask for next; null when there are no older ones.</param>
public sealed record LogView(IReadOnlyList<LogLineView> Lines, long? Before);

/// <summary>The log, for whoever may see it.</summary>
internal static class LogEndpoints
{
    private const int PerPage = 60;
    private const int PerRead = 1_000;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    public static void MapLog(this IEndpointRouteBuilder api)
    {
        api.MapGet("/log", Get).For(Right.SeeLog).Costly();
        api.MapGet("/log/file", GetFile).For(Right.SeeLog).Costly();
    }

    /// <param name="by">Only what this person did.</param>
    /// <param name="kind">Only lines of this kind.</param>
    /// <param name="words">Only lines that hold this: a name, a docket's reference, an address.</param>
    /// <param name="since">From the beginning of this day on.</param>
    /// <param name="until">To the end of this day.</param>
    /// <param name="before">Only what is older than the line with this id.</param>
    private static Results<Ok<LogView>, ProblemHttpResult> Get(
        Database database,
        WhoIsWho who,
        Guid? by = null,
        string? kind = null,
        [StringLength(200)] string? words = null,
        DateOnly? since = null,
        DateOnly? until = null,
        long? before = null
    )
    {
        var roster = who.Current;
        if (Wanted(roster, by, kind, words, since, until, out var wrong) is not { } wanted)
            return wrong!;
        var lines = database.Read(s => LogStore.Read(s, wanted, before, PerPage + 1));
        return TypedResults.Ok(
            new LogView(
                [.. lines.Take(PerPage).Select(l => View(l, roster))],
                lines.Count > PerPage ? lines[PerPage - 1].Id : null
            )
        );
    }

    /// <summary>The same as lines of JSON, the newest first. That it was taken along stands in the log as well.</summary>
    private static async Task<Results<PushStreamHttpResult, ProblemHttpResult>> GetFile(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        LogBook book,
        Guid? by = null,
        string? kind = null,
        [StringLength(200)] string? words = null,
        DateOnly? since = null,
        DateOnly? until = null
    )
    {
        var roster = who.Current;
        if (Wanted(roster, by, kind, words, since, until, out var wrong) is not { } wanted)
            return wrong!;
        await book.Add(viewer.Person.Id, LogKind.TakenAlong, ("exported the log", ""));
        return TypedResults.Stream(
            async body =>
            {
                long? before = null;
                do
                {
                    var lines = database.Read(s => LogStore.Read(s, wanted, before, PerRead));
                    foreach (var line in lines)
                    {
                        await JsonSerializer.SerializeAsync(body, View(line, roster), Json);
                        await body.WriteAsync(Encoding.UTF8.GetBytes("\n"));
                    }

                    before = lines.Count == PerRead ? lines[^1].Id : null;
                } while (before is not null);
            },
            "application/jsonl",
            "log.jsonl"
        );
    }

    private static LogWanted? Wanted(
        Roster roster,
        Guid? by,
        string? kind,
        string? words,
        DateOnly? since,
        DateOnly? until,
        out ProblemHttpResult? wrong
    )
    {
        wrong = null;
        var zone = roster.Firm!.Calendar.Zone;
        Instant? BeginningOf(DateOnly? day) =>
            day is { } d ? zone.AtStartOfDay(LocalDate.FromDateOnly(d)).ToInstant() : null;
        if (kind is not null && StoredWords.LogKinds.Parse(kind) is null)
        {
            wrong = Refusals.Invalid(
                "kind",
                $"“{kind}” is no kind of line. Use {string.Join(", ", StoredWords.LogKinds.All)}."
            );
            return null;
        }

        return new(
            by is { } person ? new PersonId(person) : null,
            StoredWords.LogKinds.Parse(kind),
            words,
            BeginningOf(since),
            BeginningOf(until?.AddDays(1))
        );
    }

    private static LogLineView View(LogLine line, Roster roster) =>
        new(
            line.Id,
            line.At.ToDateTimeOffset(),
            line.By is { } by ? roster.NameOf(by) : "",
            StoredWords.LogKinds.Of(line.Kind),
            line.What,
            line.About,
            line.From
        );
}

/// <summary>Removes lines of the log that are older than the firm keeps them; looked at once a day.</summary>
internal sealed class LogThinning(Database database, WriteQueue writes, WhoIsWho who) : Happenings.IDueWork
{
    private LocalDate? _done;

    public IEnumerable<Happenings.DueWork> Due(Instant now)
    {
        var firm = who.Current.Firm!;
        var today = now.InZone(firm.Calendar.Zone).Date;
        if (_done == today)
            yield break;
        var oldest = now - Duration.FromDays(firm.LogDays);
        if (!database.Read(s => LogStore.HasBefore(s, oldest)))
            _done = today;
        if (_done == today)
            yield break;
        yield return new(
            "Lines of the log removed that are older than the firm keeps them",
            today.ToString(),
            $"older than {firm.LogDays} days",
            null,
            async () =>
            {
                await writes.Run(w => LogStore.RemoveBefore(w.Session, oldest));
                _done = today;
            }
        );
    }
}
