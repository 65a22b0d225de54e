using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Tasks;

/// <summary>A moment that a field offers or has read.</summary>
/// <param name="Words">What to type for it.</param>
/// <param name="Day">Its day on the firm's calendar, as 2026-04-16.</param>
/// <param name="Shown">As people read it: "Thu 16 Apr 15:00".</param>
public sealed record MomentView(string Words, DateTimeOffset At, string Day, string Shown);

/// <summary>What words come to where a moment is asked for.</summary>
/// <param name="Read">The likeliest reading, then others; empty when they name none, or there were none.</param>
/// <param name="Offers">What can be taken without typing.</param>
public sealed record MomentsView(IReadOnlyList<MomentView> Read, IReadOnlyList<MomentView> Offers);

/// <summary>A length of time as it was typed.</summary>
/// <param name="Shown">As people read it: "1 h 30".</param>
public sealed record LengthView(int Minutes, string Shown);

/// <summary>A line that is to be a task, as it is understood.</summary>
/// <param name="EstimateMinutes">How long it takes; null when nothing is said.</param>
/// <param name="Read">All of it on a line; empty where nothing was understood beside the title.</param>
public sealed record TaskLineView(
    string Title,
    IReadOnlyList<OwnerView> Owners,
    DateTimeOffset? Due,
    DateTimeOffset? Start,
    string Priority,
    string? Repeats,
    int? EstimateMinutes,
    string Read
);

/// <summary>Reads what people type into fields for moments and lengths.</summary>
internal static class MomentEndpoints
{
    public static void MapMoments(this IEndpointRouteBuilder api)
    {
        api.MapGet("/moments", GetMoments).For(Access.SignedIn);
        api.MapGet("/lengths", GetLength).For(Access.SignedIn);
        api.MapGet("/tasks/line", GetLine).For(Access.Staff);
    }

    /// <summary>Reads a line that is to be a task: what it says beside its title.</summary>
    private static TaskLineView GetLine(
        [StringLength(300)] string words,
        Viewer viewer,
        Database database,
        FirmKinds kinds,
        ReaderLessons lessons,
        WhoIsWho who,
        FirmClock clock,
        string? docket = null
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        var milestones =
            docket is not null && database.Read(s => SeenDocket.Find(s, docket, viewer.Person)) is { } seen
                ? database.Read(s => NamedDates.Of(s, seen.Id, kinds.Current, roster.Firm!.Calendar))
                : [];
        var line = lessons.Reader([.. milestones]).ReadLine(words, viewer.Person.Id, now);
        return new(
            line.Title,
            [.. line.Owners.Select(o => TaskViews.Owner(o, roster)).OfType<OwnerView>()],
            line.Due?.ToDateTimeOffset(),
            line.Start?.ToDateTimeOffset(),
            StoredWords.Priorities.Of(line.Priority),
            line.Repeats,
            (int?)line.Estimate?.TotalMinutes,
            line.SaysMore ? DraftReading.Brief(line, now, roster) : ""
        );
    }

    /// <summary>
    /// Reads a moment. Milestones of a docket can be named where the viewer sees it ("two days before the handover").
    /// </summary>
    /// <param name="sense">by, from or past: what a day without a time counts as.</param>
    private static Results<Ok<MomentsView>, ProblemHttpResult> GetMoments(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock,
        string sense = "by",
        string words = "",
        string? docket = null
    )
    {
        MomentSense? asked = sense switch
        {
            "by" => MomentSense.By,
            "from" => MomentSense.From,
            "past" => MomentSense.Past,
            _ => null,
        };
        if (asked is not { } meant)
            return Refusals.Invalid("sense", $"“{sense}” is not a sense of a moment. Use by, from or past.");
        if (words.Length > MomentReader.Most)
            return Refusals.Invalid("words", $"A moment has at most {MomentReader.Most} characters.");
        var (roster, now) = (who.Current, clock.Now);
        var milestones =
            docket is null || !viewer.Person.IsStaff
                ? []
                : database.Read(s =>
                    SeenDocket.Find(s, docket, viewer.Person) is { } seen
                        ? NamedDates.Of(s, seen.Id, kinds.Current, roster.Firm!.Calendar)
                        : []
                );
        var setting = new ReaderSetting(roster.Firm!.Calendar, roster.Firm.DayFirst, [.. milestones], [], [], []);
        MomentView View(string said, Instant at)
        {
            var local = at.InZone(setting.Calendar.Zone).LocalDateTime;
            return new(
                said,
                at.ToDateTimeOffset(),
                LocalDatePattern.Iso.Format(local.Date),
                DateWords.Moment(local, setting.Calendar.DateOf(now))
            );
        }

        var read = MomentReader.Read(words, meant, setting, now);
        if (read is { } r && r.At.InUtc().Year is < RequestBounds.FirstYear or > RequestBounds.LastYear)
            read = null;
        return TypedResults.Ok(
            new MomentsView(
                read is null ? [] : [View(words, read.Value.At), .. read.Value.Others.Select(o => View(words, o))],
                [.. MomentReader.Offers(meant, setting, now).Select(o => View(o.Words, o.At))]
            )
        );
    }

    private static Results<Ok<LengthView>, ProblemHttpResult> GetLength([StringLength(40)] string words) =>
        LengthWords.Read(words) is { } length
            ? TypedResults.Ok(new LengthView((int)length.TotalMinutes, WorkingTimeWords.Of(length)))
            : Refusals.Invalid("words", $"“{words}” is not a length of time. Write it as 1:30, 90 min or 1.5 h.");
}
