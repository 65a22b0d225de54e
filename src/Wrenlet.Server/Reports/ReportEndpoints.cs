using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports;
using Wrenlet.Formats.Tables;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports;

/// <summary>Response times of a group of replies. Times in working minutes.</summary>
/// <param name="Within">Share of them within the goal, 0 to 1.</param>
public sealed record ResponseRow(string Group, int Replies, double Median, double Ninetieth, double Within);

/// <summary>How long a queue's conversations wait, in working minutes on average for each wait.</summary>
public sealed record WaitRow(string Queue, int ForUsCount, double ForUs, int ForThemCount, double ForThem);

/// <summary>What a group of parties thought of us.</summary>
/// <param name="Counts">How many gave 1, 2, 3, 4 and 5 steps.</param>
public sealed record RatingRow(string Group, int Count, double Average, IReadOnlyList<int> Counts);

/// <summary>What one party wrote.</summary>
public sealed record RatingWords(
    DateTimeOffset At,
    string Party,
    int Steps,
    string Words,
    string? Owner,
    string? Queue
);

/// <summary>How well customers were answered, over some weeks.</summary>
/// <param name="Arrivals">Messages that came in by weekday (Monday first) and hour.</param>
/// <param name="OnDuty">People on duty by weekday and hour.</param>
public sealed record ReportView(
    string From,
    string To,
    IReadOnlyList<ResponseRow> ByQueue,
    IReadOnlyList<ResponseRow> ByOwner,
    IReadOnlyList<ResponseRow> ByWeek,
    IReadOnlyList<WaitRow> Waits,
    IReadOnlyList<IReadOnlyList<int>> Arrivals,
    IReadOnlyList<IReadOnlyList<double>> OnDuty,
    IReadOnlyList<RatingRow> RatingByQueue,
    IReadOnlyList<RatingRow> RatingByOwner,
    IReadOnlyList<RatingWords> Words
);

/// <summary>What a party answers after a closing.</summary>
/// <param name="Steps">1 (badly) to 5 (very well).</param>
public sealed record NewRating([property: Range(1, 5)] int Steps, [property: StringLength(2000)] string? Words);

internal static class ReportEndpoints
{
    private const int UsualWeeks = 12;
    private const int MostWeeks = 104;

    public static void MapReports(this IEndpointRouteBuilder api)
    {
        api.MapGet("/reports/responses", Get).For(Right.SeeReports).Costly();
        api.MapGet("/reports/responses/{table}/file", GetFile).For(Right.SeeReports).Costly();
        api.MapPut("/page/conversations/{id:guid}/rating", Rate).For(Access.SignedIn);
    }

    private static ReportView Get(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        int weeks = UsualWeeks
    ) => Report(viewer, database, who.Current, clock.Now, Math.Clamp(weeks, 1, MostWeeks));

    private static ReportView Report(Viewer viewer, Database database, Roster roster, Instant now, int weeks)
    {
        var zone = roster.Firm!.Calendar.Zone;
        var today = now.InZone(zone).Date;
        var monday = today.With(DateAdjusters.PreviousOrSame(IsoDayOfWeek.Monday));
        var first = monday.PlusWeeks(-(weeks - 1));
        var from = zone.AtStartOfDay(first).ToInstant();
        return database.Read(s =>
        {
            var seen = new Dictionary<ConversationId, (bool May, bool Settled)>();
            var talks = ReportStore
                .Messages(s, from)
                .GroupBy(m => (m.Conversation, m.Queue), m => m.Said)
                .Where(t => roster.Queues.ContainsKey(t.Key.Queue) && Sight(t.Key.Conversation).May)
                .ToList();
            var responses = new List<(Queue Queue, Response Response)>();
            var waits = new List<(Queue Queue, Wait Wait)>();
            foreach (var talk in talks)
            {
                var queue = roster.Queues[talk.Key.Queue];
                var said = talk.ToList();
                responses.AddRange(
                    Responses.Of(said, queue.Goal, queue.Calendar).Where(r => r.Until >= from).Select(r => (queue, r))
                );
                waits.AddRange(
                    Responses
                        .Waits(said, now, Sight(talk.Key.Conversation).Settled, queue.Calendar)
                        .Select(w => (queue, w))
                );
            }

            var duties = roster.Staff.Select(p => (roster.HoursOf(p.Id).Week, 1));
            var ratings = ReportStore.Ratings(s, from).Where(r => Sight(r.Conversation).May).ToList();
            return new ReportView(
                first.ToString("uuuu-MM-dd", CultureInfo.InvariantCulture),
                today.ToString("uuuu-MM-dd", CultureInfo.InvariantCulture),
                Rows(responses, r => r.Queue.Name),
                Rows(responses, r => roster.NameOf(r.Response.By)),
                [
                    .. Enumerable
                        .Range(0, weeks)
                        .Select(i => first.PlusWeeks(i))
                        .Select(w =>
                            Row(
                                w.ToString("d MMM", CultureInfo.InvariantCulture),
                                responses.Where(r => WeekOf(r.Response.Until) == w).Select(r => r.Response)
                            )
                        ),
                ],
                [
                    .. waits
                        .GroupBy(w => w.Queue.Name, w => w.Wait)
                        .OrderBy(g => g.Key, StringComparer.Ordinal)
                        .Select(g => new WaitRow(
                            g.Key,
                            g.Count(w => w.ForUs),
                            Mean(g.Where(w => w.ForUs)),
                            g.Count(w => !w.ForUs),
                            Mean(g.Where(w => !w.ForUs))
                        )),
                ],
                [
                    .. Responses
                        .ByHour(talks.SelectMany(t => t).Where(m => m.In && m.At >= from).Select(m => m.At), zone)
                        .Select(d => (IReadOnlyList<int>)d),
                ],
                [.. Responses.OnDuty(duties).Select(d => (IReadOnlyList<double>)d)],
                Ratings(ratings, r => r.Queue is { } q ? roster.Queues.GetValueOrDefault(q)?.Name : null),
                Ratings(ratings, r => r.Owner is { } o ? roster.NameOf(o) : null),
                [
                    .. ratings
                        .Where(r => r.Words.Length > 0)
                        .Take(100)
                        .Select(r => new RatingWords(
                            r.Given.ToDateTimeOffset(),
                            r.Party is { } p ? roster.Parties.GetValueOrDefault(p)?.Name ?? "" : "",
                            r.Steps,
                            r.Words,
                            r.Owner is { } o ? roster.NameOf(o) : null,
                            r.Queue is { } q ? roster.Queues.GetValueOrDefault(q)?.Name : null
                        )),
                ]
            );

            (bool May, bool Settled) Sight(ConversationId id)
            {
                if (seen.TryGetValue(id, out var known))
                    return known;
                var found = ConversationStore.Find(s, id);
                return seen[id] = (
                    found is not null && viewer.Person.MaySee(found.Place, Thing.Working),
                    found is null || !found.Open || found.Exchange.Turn is Turn.Nobodys
                );
            }
        });

        LocalDate WeekOf(Instant moment) =>
            moment.InZone(zone).Date.With(DateAdjusters.PreviousOrSame(IsoDayOfWeek.Monday));
    }

    private static IReadOnlyList<ResponseRow> Rows(
        IEnumerable<(Queue Queue, Response Response)> responses,
        Func<(Queue Queue, Response Response), string> by
    ) =>
        [
            .. responses
                .GroupBy(by, r => r.Response)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => Row(g.Key, g)),
        ];

    private static ResponseRow Row(string group, IEnumerable<Response> responses)
    {
        var figures = ResponseFigures.Of(responses);
        return new(group, figures.Count, figures.Median.TotalMinutes, figures.Ninetieth.TotalMinutes, figures.Within);
    }

    private static double Mean(IEnumerable<Wait> waits) =>
        waits.Select(w => w.Length.TotalMinutes).DefaultIfEmpty(0).Average();

    private static IReadOnlyList<RatingRow> Ratings(IEnumerable<Rating> ratings, Func<Rating, string?> by) =>
        [
            .. ratings
                .Where(r => by(r) is not null)
                .GroupBy(r => by(r)!)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => new RatingRow(
                    g.Key,
                    g.Count(),
                    g.Average(r => r.Steps),
                    [.. Enumerable.Range(1, 5).Select(n => g.Count(r => r.Steps == n))]
                )),
        ];

    /// <summary>One table of the report as CSV (RFC 4180).</summary>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> GetFile(
        string table,
        Viewer viewer,
        LogBook book,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        int weeks = UsualWeeks
    )
    {
        var report = Report(viewer, database, who.Current, clock.Now, Math.Clamp(weeks, 1, MostWeeks));
        await book.Add(viewer.Person.Id, LogKind.TakenAlong, ("exported a report", $"responses by {table}"));
        var text = table switch
        {
            "queues" => Times("queue", report.ByQueue),
            "owners" => Times("owner", report.ByOwner),
            "weeks" => Times("week from", report.ByWeek),
            "waits" => CsvText.Safe(
                ["queue", "waits for us", "minutes for us", "waits for them", "minutes for them"],
                report.Waits.Select(w =>
                    (IReadOnlyList<object?>)[w.Queue, w.ForUsCount, w.ForUs, w.ForThemCount, w.ForThem]
                )
            ),
            "hours" => CsvText.Safe(
                ["weekday", "hour", "messages in", "people on duty"],
                report.Arrivals.SelectMany(
                    (day, d) =>
                        day.Select(
                            (count, hour) =>
                                (IReadOnlyList<object?>)[(IsoDayOfWeek)(d + 1), hour, count, report.OnDuty[d][hour]]
                        )
                )
            ),
            "ratings" => CsvText.Safe(
                ["by", "group", "answers", "average of 5"],
                [.. Ratings("queue", report.RatingByQueue), .. Ratings("owner", report.RatingByOwner)]
            ),
            _ => null,
        };
        if (text is null)
            return Refusals.NotFound("table");
        return TypedResults.File(Encoding.UTF8.GetBytes(text), "text/csv; charset=utf-8", $"{table}.csv");

        static string Times(string group, IReadOnlyList<ResponseRow> rows) =>
            CsvText.Safe(
                [group, "replies", "median minutes", "90th percentile minutes", "share within goal"],
                rows.Select(r => (IReadOnlyList<object?>)[r.Group, r.Replies, r.Median, r.Ninetieth, r.Within])
            );

        static IEnumerable<IReadOnlyList<object?>> Ratings(string by, IReadOnlyList<RatingRow> rows) =>
            rows.Select(r => (IReadOnlyList<object?>)[by, r.Group, r.Count, r.Average]);
    }

    /// <summary>A party's answer to the question after a closing; the last one counts.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Rate(
        Guid id,
        NewRating given,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    )
    {
        var outcome = await writes.Run(w =>
        {
            if (
                viewer.Person.IsStaff
                || ConversationStore.Find(w.Session, new ConversationId(id))
                    is not { Audience: Audience.Outside } conversation
                || !viewer.Person.MaySee(conversation.Place)
            )
                return (bool?)null;
            if (conversation.Open || conversation.ClosedAt is not { } closed)
                return false;
            ReportStore.Rate(w.Session, conversation, closed, clock.Now, given.Steps, given.Words?.Trim() ?? "");
            return true;
        });
        return outcome switch
        {
            null => Refusals.NotFound("conversation"),
            false => Refusals.Refused("This conversation is open again. You are asked once it is closed."),
            true => TypedResults.NoContent(),
        };
    }
}
