using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>Entries as one viewer sees them.</summary>
internal static class EntryViews
{
    /// <summary>An entry as the viewer sees it.</summary>
    public static EntryView Of(
        Entry entry,
        Person viewer,
        Roster roster,
        IEnumerable<TaskView> tasks,
        IReadOnlyList<FileView>? files = null,
        QuoteView? repliesTo = null,
        QuoteView? forwardedFrom = null,
        IReadOnlyList<SignView>? signs = null,
        FilingView? filing = null,
        AskView? ask = null,
        MeetingView? meeting = null,
        PartyLink? byLink = null
    )
    {
        // A party never sees that staff were tagged; html was made as staff see it.
        var html =
            entry.IsMarkdown && !viewer.IsStaff ? EntryText.FromMarkdown(entry.Body, showTags: false).Html : entry.Html;
        var mayChange = Changing
            .MayChange(viewer, entry.Kind, entry.Via, entry.Author, entry.Removed is not null)
            .Allowed;
        var author =
            entry.Author is { } id && roster.Find(id) is { } known ? PersonView.Of(known)
            : entry.Sender is { } sender ? PersonView.Stranger(sender)
            : null;
        return new(
            entry.Id.Value,
            entry.Key,
            entry.Conversation.Value,
            StoredWords.EntryKinds.Of(entry.Kind),
            entry.Via is { } via ? StoredWords.Vias.Of(via) : null,
            author,
            entry.Author is { } a && roster.Find(a) is { IsStaff: true },
            entry.At.ToDateTimeOffset(),
            html,
            viewer.IsStaff ? DeliveryOf(entry) : null,
            viewer.IsStaff ? entry.Delivery?.Problem : null,
            viewer.IsStaff ? [.. tasks] : [],
            viewer.IsStaff
            && entry.Delivery is { Sent: false, Problem: null, NotBefore: { } leaves }
            && leaves > DateTimeOffset.UtcNow
                ? (leaves - DateTimeOffset.UtcNow).TotalSeconds
                : null,
            files ?? [],
            entry.Automatic,
            viewer.IsStaff ? entry.Knowing : null,
            viewer.IsStaff ? entry.Source : null,
            repliesTo,
            viewer.IsStaff ? forwardedFrom : null,
            entry.Version,
            entry.Edited?.ToDateTimeOffset(),
            entry.Removed?.ToDateTimeOffset(),
            mayChange,
            mayChange ? entry.Body : null,
            viewer.IsStaff ? signs ?? [] : [],
            viewer.IsStaff ? filing : null,
            ask,
            meeting,
            viewer.IsStaff && byLink is not null
                ? PartyLink.CameBy(
                    byLink,
                    byLink.MadeBy is { } maker ? roster.NameOf(maker) : null,
                    DayOf(byLink, roster)
                )
                : null,
            viewer.IsStaff ? entry.Circular : null
        );
    }

    private static string DayOf(PartyLink link, Roster roster) =>
        roster.Firm!.Calendar.DateOf(link.Made).ToString("d MMMM", System.Globalization.CultureInfo.InvariantCulture);

    private static string? DeliveryOf(Entry entry) =>
        entry.Delivery switch
        {
            null => null,
            { Sent: true, CameBack: true } => "returned",
            { Sent: true } => "sent",
            { Unsure: true } => "unsure",
            { Problem: null } => "waiting",
            _ => "failed",
        };
}
