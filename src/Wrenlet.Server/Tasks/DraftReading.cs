using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;
using Wrenlet.Formats.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Tasks;

/// <summary>A part of a draft, with the words it came from and why.</summary>
public sealed record PartView(string Field, string Reason, double Confidence);

/// <summary>A task as an entry's words ask for it, to be corrected and made.</summary>
/// <param name="OtherTitles">What else the words might ask for, the likelier first.</param>
/// <param name="OtherOwners">Others of the same name.</param>
/// <param name="OtherDues">Other moments the same words might mean.</param>
/// <param name="Parts">How each part was read, in the order of the numbers of the marks.</param>
public sealed record DraftView(
    string Title,
    IReadOnlyList<string> OtherTitles,
    IReadOnlyList<OwnerView> Owners,
    IReadOnlyList<OwnerView> OtherOwners,
    DateTimeOffset? Due,
    IReadOnlyList<DateTimeOffset> OtherDues,
    DateTimeOffset? Start,
    string Priority,
    string? Repeats,
    IReadOnlyList<PartView> Parts
);

/// <summary>A task that the words of a draft ask for, as it is shown, agreed to and made.</summary>
/// <param name="Line">All of it on one line: what, who, when.</param>
public sealed record AskedTask(
    [property: StringLength(1000)] string Line,
    [property: Required, StringLength(300, MinimumLength = 1)] string Title,
    [property: MaxLength(20)] IReadOnlyList<OwnerChoice> Owners,
    DateTimeOffset? Due,
    DateTimeOffset? Start,
    [property: Required] string Priority,
    [property: StringLength(200)] string? Repeats
)
{
    internal static AskedTask Of(Draft draft, Instant now, Roster roster) =>
        new(
            DraftReading.Brief(draft, now, roster),
            draft.Title.Value,
            [
                .. (draft.Owners?.Value ?? [])
                    .Select(o => TaskViews.Owner(o, roster)!)
                    .Select(o => new OwnerChoice(o.Kind, o.Id)),
            ],
            draft.Due?.Value.ToDateTimeOffset(),
            draft.Start?.Value.ToDateTimeOffset(),
            StoredWords.Priorities.Of(draft.Priority.Value),
            draft.Repeats?.Value
        );
}

/// <summary>The drafts of an entry, and its words with those that were used marked.</summary>
/// <param name="Found">Whether the words ask for what is drafted.</param>
/// <param name="Guessed">Whether they nearly do: the one draft is a guess.</param>
public sealed record DraftsView(string Html, IReadOnlyList<DraftView> Drafts, bool Found, bool Guessed);

/// <summary>Reads an entry's words into drafts, with what the workspace knows.</summary>
internal static class DraftReading
{
    /// <summary>What the words of a draft ask for: inside all of it, outside what we promise.</summary>
    public static ImmutableArray<Draft> Written(
        string plain,
        Conversation conversation,
        PersonId author,
        Instant at,
        TaskReader reader,
        Roster roster
    ) =>
        conversation.Audience is Audience.Outside
            ? reader.ReadOutgoing(
                plain,
                author,
                ConversationViews.PartyOf(conversation, roster)?.ShortName ?? "them",
                at
            )
            : reader.Read(plain, author, at);

    /// <summary>What a reader has to know of the firm, and moments that may be named.</summary>
    public static ReaderSetting Setting(ImmutableArray<Milestone> milestones, Roster roster) =>
        new(
            roster.Firm!.Calendar,
            roster.Firm.DayFirst,
            milestones,
            roster.Staff,
            [.. roster.LiveCrews],
            [.. roster.Profiles.Values.Where(p => !p.Person.IsStaff).Select(p => p.Person.Name)]
        );

    /// <summary>A draft on one line: what, who, when.</summary>
    public static string Brief(Draft draft, Instant now, Roster roster) => Brief(Teaching.Labelled(draft), now, roster);

    /// <summary>A task as words ask for it on one line: what, who, when.</summary>
    public static string Brief(LabelledTask task, Instant now, Roster roster)
    {
        var calendar = roster.Firm!.Calendar;
        var owners = string.Join(
            " and ",
            task.Owners.Select(o => TaskViews.Owner(o, roster)).OfType<OwnerView>().Select(o => o.FirstName)
        );
        var due = task.Due is { } at
            ? DateWords.Moment(at.InZone(calendar.Zone).LocalDateTime, calendar.DateOf(now))
            : null;
        var priority = task.Priority is Priority.Normal ? null : StoredWords.Priorities.Of(task.Priority);
        return string.Join(
            " · ",
            new[] { task.Title, owners, due, priority, task.Repeats is null ? null : "repeats" }.Where(x =>
                !string.IsNullOrEmpty(x)
            )
        );
    }

    /// <summary>A task that was written on a line, as it is understood: what, who, when, how long.</summary>
    public static string Brief(TaskLine line, Instant now, Roster roster)
    {
        var task = new LabelledTask(line.Title, line.Owners, line.Due, line.Start, line.Priority, line.Repeats);
        var brief = Brief(task, now, roster);
        return line.Estimate is { } length ? $"{brief} · {WorkingTimeWords.Of(length)}" : brief;
    }

    /// <summary>
    /// The task that somebody agreed to while they wrote: that one, whatever the words that were sent ask for; null where
    /// it cannot be made any more.
    /// </summary>
    public static WorkTask? Made(
        AskedTask agreed,
        TaskId id,
        Entry entry,
        Conversation conversation,
        PersonId by,
        Instant now,
        Roster roster
    )
    {
        var (owners, problem) = TaskEndpoints.Owners(agreed.Owners, roster);
        var title = agreed.Title.Trim();
        if (
            problem is not null
            || title.Length == 0
            || StoredWords.Priorities.Parse(agreed.Priority) is not { } priority
            || (agreed.Repeats is { } rule && Repeating.Wrong(rule) is not null)
        )
            return null;
        var task = new WorkTask(
            0,
            id,
            title,
            conversation.Docket,
            new TaskSource(entry.Id, entry.Key, entry.Conversation),
            by,
            now,
            TaskState.NeedsAction,
            null,
            CompletionRule.Any,
            priority,
            agreed.Start is { } start ? Instant.FromDateTimeOffset(start) : null,
            agreed.Due is { } due ? Instant.FromDateTimeOffset(due) : null,
            agreed.Repeats,
            null,
            null,
            null,
            1,
            owners,
            conversation.Sight
        );
        return TaskViews.Unseeing(task, roster) is null ? task : null;
    }

    public static DraftsView Drafts(Entry entry, TaskReader reader, Roster roster)
    {
        var plain = EntryWords.PlainOf(entry);
        var by = roster.Find(entry.Author);
        var author = by is { IsStaff: true } staff ? staff.Id : (PersonId?)null;
        var read = reader.Read(plain, author, entry.At, by?.Name);
        var guess = read.IsEmpty ? reader.Guess(plain, author, entry.At, by?.Name) : null;
        var drafts = !read.IsEmpty ? read : [guess ?? TaskReader.Blank(plain)];

        var marks = new List<Marked>();
        var views = new List<DraftView>();
        var label = 0;
        foreach (var draft in drafts)
        {
            var parts = new List<PartView>();
            void Part(string field, string reason, double confidence, ImmutableArray<Span> spans, bool mark)
            {
                parts.Add(new(field, reason, confidence));
                if (mark)
                    marks.AddRange(spans.Where(s => s.Length > 0).Select(s => new Marked(s.Start, s.End, label)));
                label++;
            }

            if (draft.Owners is { } owners)
                Part(
                    "owners",
                    owners.Reason,
                    owners.Confidence,
                    owners.Spans,
                    owners.Reason.StartsWith("It is", StringComparison.Ordinal)
                );
            if (draft.Due is { } due)
                Part("due", due.Reason, due.Confidence, due.Spans, true);
            if (draft.Start is { } start)
                Part("start", start.Reason, start.Confidence, start.Spans, true);
            if (draft.Repeats is { } repeats)
                Part("repeats", repeats.Reason, repeats.Confidence, repeats.Spans, true);
            if (draft.Priority.Spans.Length > 0)
                Part("priority", draft.Priority.Reason, draft.Priority.Confidence, draft.Priority.Spans, true);
            Part(
                "title",
                draft.Title.Reason,
                draft.Title.Confidence,
                draft.Title.Spans,
                !read.IsEmpty || guess is not null
            );
            views.Add(
                new(
                    draft.Title.Value,
                    draft.Title.Alternatives,
                    draft.Owners is null ? [] : [.. draft.Owners.Value.Select(o => TaskViews.Owner(o, roster)!)],
                    draft.Owners is null
                        ? []
                        : [.. draft.Owners.Alternatives.SelectMany(o => o).Select(o => TaskViews.Owner(o, roster)!)],
                    draft.Due?.Value.ToDateTimeOffset(),
                    draft.Due is null ? [] : [.. draft.Due.Alternatives.Select(a => a.ToDateTimeOffset())],
                    draft.Start?.Value.ToDateTimeOffset(),
                    StoredWords.Priorities.Of(draft.Priority.Value),
                    draft.Repeats?.Value,
                    parts
                )
            );
        }

        var apart = Apart(marks);
        return new(
            entry.IsMarkdown
                ? EntryText.FromMarkdown(entry.Body, apart).Html
                : EntryText.FromPlain(entry.Body, apart).Html,
            views,
            !read.IsEmpty,
            guess is not null
        );
    }

    /// <summary>Marks that overlap none before them: the narrower parts are given first and keep their words.</summary>
    private static List<Marked> Apart(List<Marked> marks)
    {
        var taken = new List<Marked>();
        foreach (var mark in marks)
        {
            List<(int Start, int End)> free = [(mark.Start, mark.End)];
            foreach (var t in taken)
                free =
                [
                    .. free.SelectMany(f =>
                            t.End <= f.Start || t.Start >= f.End ? new[] { f } : [(f.Start, t.Start), (t.End, f.End)]
                        )
                        .Where(f => f.End > f.Start),
                ];
            taken.AddRange(free.Select(f => new Marked(f.Start, f.End, mark.Label)));
        }

        return [.. taken.OrderBy(m => m.Start)];
    }
}
