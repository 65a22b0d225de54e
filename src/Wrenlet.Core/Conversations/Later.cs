using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>A message that leaves later.</summary>
/// <param name="Id">The entry's that it becomes.</param>
/// <param name="Conversation">Where it will be said.</param>
/// <param name="Author">Who says it.</param>
/// <param name="At">When it was written.</param>
/// <param name="Leaves">When it leaves.</param>
/// <param name="Said">What was written, with all that goes with it, as the client sent it.</param>
/// <param name="Knowing">The leak check's reasons that its author goes on in spite of.</param>
/// <param name="Held">Why it did not leave when it was to; null while it waits.</param>
/// <param name="Circular">The message to many that it is one of; null for none.</param>
public sealed record LaterMessage(
    EntryId Id,
    ConversationId Conversation,
    PersonId Author,
    Instant At,
    Instant Leaves,
    string Said,
    ImmutableArray<string> Knowing,
    string? Held = null,
    Guid? Circular = null
)
{
    /// <summary>The farthest that a message can leave ahead.</summary>
    public static readonly Duration Longest = Duration.FromDays(366);

    /// <summary>Most messages that wait to leave in one conversation.</summary>
    public const int MostInOne = 20;

    /// <summary>Why a message cannot leave at a moment; null when it can.</summary>
    public static string? Refuses(Instant leaves, Instant now) =>
        leaves <= now ? Texts.ThatMomentHasPassed
        : leaves - now > Longest ? Texts.MoreThanYearAhead
        : null;

    /// <summary>When the doors open next: the beginning of the next working day, or of this one while it is to come.</summary>
    public static Instant Opening(WorkCalendar calendar, Instant now)
    {
        ArgumentNullException.ThrowIfNull(calendar);
        var day = calendar.WorkingDayFrom(calendar.DateOf(now));
        var opens = calendar.OpeningOf(day);
        return opens > now ? opens : calendar.OpeningOf(calendar.AddWorkingDays(day, 1));
    }

    /// <summary>
    /// Why a message stays though its moment has come: the other side has written since, and its author has not read
    /// that. Null when nobody has.
    /// </summary>
    /// <param name="seen">Order of the last entry that its author had seen; null when they did not say, which holds
    /// nothing back.</param>
    /// <param name="later">What was said in the conversation, in any order.</param>
    /// <param name="party">What the other side is called.</param>
    public static string? HoldsBack(long? seen, IEnumerable<Entry> later, string party) =>
        seen is { } last && later.Any(e => e is { Kind: EntryKind.MessageIn, Automatic: false } && e.Key > last)
            ? Texts.HasWrittenSince(party)
            : null;

    /// <summary>Whether the leak check's reasons are all ones that its author has gone on in spite of.</summary>
    public bool Knows(IEnumerable<string> reasons) => reasons.All(Knowing.Contains);

    /// <summary>Why somebody cannot change it; null when they can.</summary>
    public string? RefusesChanging(PersonId by) => by == Author ? null : Texts.OnlyItsAuthorCanChangeLater;

    /// <summary>
    /// Whether somebody who sees the conversation sees it before it leaves: what goes outside is everybody's work, and
    /// what colleagues will read comes to them when it is said.
    /// </summary>
    public bool IsShownTo(PersonId viewer, Audience where) => viewer == Author || where is Audience.Outside;

    /// <summary>Why somebody to whom it is shown cannot stop it; null when they can.</summary>
    public string? RefusesStopping(Person by)
    {
        ArgumentNullException.ThrowIfNull(by);
        return Held is not null ? Texts.ItWasStoppedAlready
            : by.Id == Author || by.May(Right.SendOutside) ? null
            : Texts.YouCannotStopIt(Rights.Of(by, Right.SendOutside).Reason);
    }

    /// <summary>
    /// It, as its author has put it since. What was held waits again once another moment is set, and not by other words
    /// alone: who stopped it meant what it says to be looked at.
    /// </summary>
    /// <param name="said">What is said now, with all that goes with it.</param>
    /// <param name="knowing">The leak check's reasons that its author goes on in spite of now.</param>
    /// <param name="leaves">When it leaves now; null where that was left.</param>
    public LaterMessage ChangedTo(string said, ImmutableArray<string> knowing, Instant? leaves) =>
        this with
        {
            Said = said,
            Knowing = knowing,
            Leaves = leaves ?? Leaves,
            Held = leaves is null ? Held : null,
        };

    /// <summary>It, stopped by somebody.</summary>
    public LaterMessage StoppedBy(Person by)
    {
        ArgumentNullException.ThrowIfNull(by);
        return this with { Held = Texts.StoppedIt(by.FirstName) };
    }
}
