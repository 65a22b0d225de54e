using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;

namespace Wrenlet.Server.Pages;

/// <summary>An entry as one side of a conversation sees it.</summary>
/// <param name="Order">Its place in the order of everything said.</param>
/// <param name="Kind">note, in, out or event.</param>
/// <param name="Via">mail, page, text or call; null for a note that was typed.</param>
/// <param name="Author">Who said it; null for an event that nobody caused.</param>
/// <param name="Html">What was said, safe to show.</param>
/// <param name="Delivery">waiting, sent, failed (it is tried again), unsure (nobody knows whether it left) or returned;
/// null for what is not sent.</param>
/// <param name="Problem">Why it could not be sent or came back; null when it could.</param>
/// <param name="Tasks">Tasks made of it; empty for a party.</param>
/// <param name="LeavesIn">Seconds until it leaves and can no longer be taken back; null when it has left or is nothing
/// to leave.</param>
/// <param name="Files">What it carries; pictures that its text shows are marked as such by their address in the
/// html.</param>
/// <param name="Automatic">Whether a machine on the other side wrote it.</param>
/// <param name="Knowing">The leak check's reasons that its sender went on in spite of; null when there were none, and
/// for a party.</param>
/// <param name="Source">Id of the mail as it arrived; null when it did not arrive by mail, and for a party.</param>
/// <param name="RepliesTo">The entry it answers; null when it answers none in particular.</param>
/// <param name="ForwardedFrom">The entry it passes on; null when it is its own words, and for a party.</param>
/// <param name="Version">1 as it was first said, one more for each edit.</param>
/// <param name="Edited">When it was edited last; null when never.</param>
/// <param name="Removed">When it was removed; then nothing of its words is here.</param>
/// <param name="MayChange">Whether the viewer may edit and remove it.</param>
/// <param name="Body">Its Markdown, for whoever may change it; null for others.</param>
/// <param name="Signs">Short answers without words, in the order given; empty for a party.</param>
/// <param name="Filing">How it is filed; null when it is not, and for a party.</param>
/// <param name="Ask">What it asks for, and how that stands; null when it asks for nothing.</param>
/// <param name="Meeting">The meeting that it invites to; null for none.</param>
/// <param name="ByLink">By which link its writer came, in words; null where they came by none, and for a party.</param>
/// <param name="Circular">The message to many that it is one of; null for none, and for a party.</param>
public sealed record EntryView(
    Guid Id,
    long Order,
    Guid Conversation,
    string Kind,
    string? Via,
    PersonView? Author,
    bool FromStaff,
    DateTimeOffset At,
    string Html,
    string? Delivery,
    string? Problem,
    IReadOnlyList<TaskView> Tasks,
    double? LeavesIn,
    IReadOnlyList<FileView> Files,
    bool Automatic,
    string? Knowing,
    Guid? Source,
    QuoteView? RepliesTo,
    QuoteView? ForwardedFrom,
    int Version,
    DateTimeOffset? Edited,
    DateTimeOffset? Removed,
    bool MayChange,
    string? Body,
    IReadOnlyList<SignView> Signs,
    FilingView? Filing,
    AskView? Ask,
    MeetingView? Meeting,
    string? ByLink,
    Guid? Circular
);

/// <summary>An entry that another one answers or passes on.</summary>
/// <param name="Id">Its id; null when the viewer does not see it.</param>
/// <param name="Words">Its first words; what became of it when it was removed or is not seen.</param>
/// <param name="Path">Where it is in the application; null when the viewer does not see it.</param>
public sealed record QuoteView(Guid? Id, PersonView? Author, string Words, string? Path);

/// <summary>A sign on an entry, and who gave it.</summary>
/// <param name="Sign">read, agree, on-it, done, unclear, or an emoji.</param>
public sealed record SignView(string Sign, IReadOnlyList<PersonView> People);
