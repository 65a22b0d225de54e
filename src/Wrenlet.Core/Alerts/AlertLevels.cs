using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Alerts;

/// <summary>How much someone wants to hear of a docket or conversation.</summary>
public enum Level
{
    /// <summary>Everything that concerns them, and what they follow.</summary>
    Everything,

    /// <summary>Only what is for them: tags, tasks, asks, handing over.</summary>
    ForMe,

    /// <summary>Nothing but asks, and what is handed to the person: somebody counts on that.</summary>
    Asks,
}

/// <summary>When pop-ups and mail are held back; the list of alerts never is.</summary>
/// <param name="From">Time of day at which quiet begins.</param>
/// <param name="To">Time of day at which it ends; the same as <paramref name="From"/> for none; before it for quiet
/// across midnight.</param>
/// <param name="DaysOff">Whether days without working time are quiet as a whole.</param>
public readonly record struct QuietHours(LocalTime From, LocalTime To, bool DaysOff)
{
    /// <summary>Never quiet.</summary>
    public static readonly QuietHours None = new(LocalTime.Midnight, LocalTime.Midnight, false);

    /// <summary>Whether a moment is quiet, on the clock and the working days of the person's own hours.</summary>
    public bool At(Instant moment, WorkCalendar hours)
    {
        ArgumentNullException.ThrowIfNull(hours);
        var local = moment.InZone(hours.Zone).LocalDateTime;
        if (DaysOff && !hours.IsWorkingDay(local.Date))
            return true;
        if (From == To)
            return false;
        return From < To
            ? local.TimeOfDay >= From && local.TimeOfDay < To
            : local.TimeOfDay >= From || local.TimeOfDay < To;
    }
}

/// <summary>Which alerts pass what someone wants to hear.</summary>
public static class AlertLevels
{
    /// <summary>
    /// Whether somebody who was told still has to do something about it that stands nowhere else: what is asked and
    /// where they are invited stands as itself.
    /// </summary>
    public static bool Needs(AlertReason reason) =>
        IsForMe(reason) && reason is not (AlertReason.Asked or AlertReason.Invited);

    /// <summary>Whether a reason is for the person themself, and not only for information.</summary>
    public static bool IsForMe(AlertReason reason) =>
        reason is not (AlertReason.Following or AlertReason.InGroup or AlertReason.Noticed or AlertReason.WatchedTask);

    /// <summary>
    /// Whether an alert shows itself over the page: it is for the person, and now is none of their quiet hours. In the
    /// list it stands in any case.
    /// </summary>
    public static bool PopsUp(AlertReason reason, QuietHours quiet, Instant now, WorkCalendar hours) =>
        IsForMe(reason) && !quiet.At(now, hours);

    /// <summary>
    /// Whether an alert for this reason is given at this level. Being handed something, or called for, is never muted:
    /// somebody counts on it.
    /// </summary>
    public static bool Passes(Level level, AlertReason reason) =>
        level switch
        {
            Level.Everything => true,
            Level.ForMe => IsForMe(reason),
            Level.Asks => reason
                is AlertReason.Asked
                    or AlertReason.OwnAsk
                    or AlertReason.HandedOver
                    or AlertReason.TaskGiven
                    or AlertReason.DiscussionGiven
                    or AlertReason.Called
                    or AlertReason.Undelivered
                    or AlertReason.BackAgain
                    or AlertReason.Stuck
                    or AlertReason.QueueLate
                    or AlertReason.QueueSoon
                    or AlertReason.QueueNew
                    or AlertReason.HandedOn
                    or AlertReason.ToConfirm
                    or AlertReason.Invited,
            _ => throw new ArgumentOutOfRangeException(nameof(level), level, "Unknown level."),
        };
}
