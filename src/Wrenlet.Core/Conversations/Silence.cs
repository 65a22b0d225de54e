using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Conversations;

/// <summary>A blank in an outside conversation.</summary>
/// <param name="From">Moment of the last word before it.</param>
/// <param name="To">Moment of the next word, or now.</param>
/// <param name="Length">Its working time.</param>
/// <param name="Ours">True when they waited for us; false when we waited for them.</param>
public sealed record Silence(Instant From, Instant To, Duration Length, bool Ours)
{
    /// <summary>Blanks shorter than this are not worth a label.</summary>
    public static readonly Duration Notable = Duration.FromHours(2);

    /// <summary>The notable blanks between messages given in time order, the last one running until now.</summary>
    /// <param name="messages">Moments of the messages, and whether each came in.</param>
    /// <param name="now">The present.</param>
    /// <param name="settled">Whether nothing more is due, so that no blank runs on.</param>
    /// <param name="calendar">Working time.</param>
    public static ImmutableArray<Silence> Between(
        IReadOnlyList<(Instant At, bool In)> messages,
        Instant now,
        bool settled,
        WorkCalendar calendar
    )
    {
        var blanks = ImmutableArray.CreateBuilder<Silence>();
        for (var i = 0; i < messages.Count; i++)
        {
            var last = i == messages.Count - 1;
            if (last && settled)
                break;
            var to = last ? now : messages[i + 1].At;
            var length = calendar.Between(messages[i].At, to);
            if (length >= Notable)
                blanks.Add(new Silence(messages[i].At, to, length, messages[i].In));
        }

        return blanks.ToImmutable();
    }
}
