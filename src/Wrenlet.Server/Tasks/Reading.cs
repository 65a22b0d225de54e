using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Tasks;

/// <summary>A part of a draft, with the words it came from and why.</summary>
public sealed record PartView(string Field, string Reason, double Confidence);

/// <summary>A task as an entry's words ask for it, to be corrected and made.</summary>
/// <param name="OtherDues">Other moments the same words might mean.</param>
/// <param name="Parts">How each part was read, in the order of the numbers of the marks.</param>
public sealed record DraftView(
    string Title, IReadOnlyList<OwnerView> Owners, DateTimeOffset? Due, IReadOnlyList<DateTimeOffset> OtherDues, DateTimeOffset? Start, string Priority, string? Repeats,
    IReadOnlyList<PartView> Parts);

/// <summary>The drafts of an entry, and its words with those that were used marked.</summary>
public sealed record DraftsView(string Html, IReadOnlyList<DraftView> Drafts, bool Found);

/// <summary>Reads an entry's words into drafts, with what the workspace knows.</summary>
internal static class Reading
{
    public static DraftsView Drafts(Entry entry, ImmutableArray<Milestone> milestones, Roster roster)
    {
        var setting = new ReaderSetting(
            roster.Firm!.Calendar, roster.Firm.DayFirst, milestones, roster.Staff, [.. roster.Crews.Values],
            [.. roster.Profiles.Values.Where(p => !p.Person.IsStaff).Select(p => p.Person.Name)]);
        var plain = ConversationViews.PlainOf(entry);
        var author = roster.Find(entry.Author) is { IsStaff: true } staff ? staff.Id : (Core.People.PersonId?)null;
        var read = new TaskReader(setting).Read(plain, author, entry.At);
        var drafts = read.IsEmpty ? [TaskReader.Blank(plain)] : read;

        var marks = new List<Marked>();
        var views = new List<DraftView>();
        var label = 0;
        foreach (var draft in drafts)
        {
            var parts = new List<PartView>();
            void Part(string field, string reason, double confidence, ImmutableArray<Span> spans, bool mark)
            {
                parts.Add(new(field, reason, confidence));
                if (mark) marks.AddRange(spans.Where(s => s.Length > 0).Select(s => new Marked(s.Start, s.End, label)));
                label++;
            }

            if (draft.Owners is { } owners) Part("owners", owners.Reason, owners.Confidence, owners.Spans, owners.Reason.StartsWith("It is", StringComparison.Ordinal));
            if (draft.Due is { } due) Part("due", due.Reason, due.Confidence, due.Spans, true);
            if (draft.Start is { } start) Part("start", start.Reason, start.Confidence, start.Spans, true);
            if (draft.Repeats is { } repeats) Part("repeats", repeats.Reason, repeats.Confidence, repeats.Spans, true);
            if (draft.Priority.Spans.Length > 0) Part("priority", draft.Priority.Reason, draft.Priority.Confidence, draft.Priority.Spans, true);
            Part("title", draft.Title.Reason, draft.Title.Confidence, draft.Title.Spans, !read.IsEmpty);
            views.Add(new(
                draft.Title.Value,
                draft.Owners is null ? [] : [.. draft.Owners.Value.Select(o => Owner(o, roster))],
                draft.Due?.Value.ToDateTimeOffset(), draft.Due is null ? [] : [.. draft.Due.Alternatives.Select(a => a.ToDateTimeOffset())],
                draft.Start?.Value.ToDateTimeOffset(), Storage.Words.Priorities.Of(draft.Priority.Value), draft.Repeats?.Value, parts));
        }

        var apart = Apart(marks);
        return new(entry.IsMarkdown ? EntryText.FromMarkdown(entry.Body, apart).Html : EntryText.FromPlain(entry.Body, apart).Html, views, !read.IsEmpty);
    }

    /// <summary>Marks that overlap none before them: the narrower parts are given first and keep their words.</summary>
    private static List<Marked> Apart(List<Marked> marks)
    {
        var taken = new List<Marked>();
        foreach (var mark in marks)
        {
            List<(int Start, int End)> free = [(mark.Start, mark.End)];
            foreach (var t in taken)
                free = [.. free.SelectMany(f => t.End <= f.Start || t.Start >= f.End ? new[] { f } : [(f.Start, t.Start), (t.End, f.End)]).Where(f => f.End > f.Start)];
            taken.AddRange(free.Select(f => new Marked(f.Start, f.End, mark.Label)));
        }

        return [.. taken.OrderBy(m => m.Start)];
    }

    private static OwnerView Owner(TaskOwner owner, Roster roster) => owner switch
    {
        TaskOwner.OfPerson person => OwnerView.Of(roster.Find(person.Person)!),
        TaskOwner.OfCrew crew => OwnerView.Of(roster.Crews[crew.Crew]),
        _ => throw new ArgumentOutOfRangeException(nameof(owner), owner, "Unknown kind of owner."),
    };
}
