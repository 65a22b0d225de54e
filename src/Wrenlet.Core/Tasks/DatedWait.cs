using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

/// <summary>
/// Something from elsewhere that a task waits for until a day somebody named: parts, a permit, somebody's word.
/// </summary>
/// <param name="Id">Identity (UUIDv7).</param>
/// <param name="Task">The task that waits.</param>
/// <param name="What">What it waits for, in a few words.</param>
/// <param name="ToldBy">Who said when it comes, as they are called; null where nobody did.</param>
/// <param name="SetBy">Who of ours wrote it down.</param>
/// <param name="Since">Since when it is waited for.</param>
/// <param name="FirstSaid">When it was to come, as was said first.</param>
/// <param name="Expected">When it is to come, as was said last.</param>
public sealed record DatedWait(
    Guid Id,
    TaskId Task,
    string What,
    string? ToldBy,
    PersonId SetBy,
    Instant Since,
    Instant FirstSaid,
    Instant Expected
)
{
    /// <summary>The longest words for what is waited for, and for who said when.</summary>
    public const int MostLetters = 200;

    /// <summary>As many as one task waits for at once.</summary>
    public const int MostOfATask = 30;

    /// <summary>When it came; null while it has not.</summary>
    public Instant? Came { get; init; }

    /// <summary>For which moment somebody was last reminded of it; null for never.</summary>
    public Instant? Reminded { get; init; }

    /// <summary>Since when its day stands: reminders of a day before that are of no use.</summary>
    public Instant Stands { get; init; } = Since;

    /// <summary>The same with other words, or for another day; with that it is waited for anew.</summary>
    /// <param name="what">What it waits for.</param>
    /// <param name="toldBy">Who said when it comes; null where nobody did.</param>
    /// <param name="expected">When it is to come.</param>
    /// <param name="now">The moment at which that is said.</param>
    public DatedWait As(string what, string? toldBy, Instant expected, Instant now) =>
        this with
        {
            What = what,
            ToldBy = toldBy,
            Expected = expected,
            Reminded = expected == Expected ? Reminded : null,
            Stands = expected == Expected ? Stands : now,
        };

    /// <summary>The moment of which somebody is to be reminded now: it should have come, and then once each working day.</summary>
    /// <param name="now">The moment.</param>
    /// <param name="calendar">Working hours that are counted.</param>
    /// <returns>Null when nobody is to be reminded.</returns>
    public Instant? RemindedNow(Instant now, WorkCalendar calendar) =>
        Came is null
            ? Reminder
                .Of(Expected, Reminded, Stands, Reminders.Usual with { Before = Duration.Zero }, now, calendar)
                ?.At
            : null;

    /// <summary>What it waits for and until when, or that it has come, in a few words.</summary>
    /// <param name="now">The moment.</param>
    /// <param name="calendar">The firm's days.</param>
    public string Words(Instant now, WorkCalendar calendar)
    {
        if (Came is not null)
            return Texts.HasCome(What);
        var standing = DueStanding.At(now, Expected, calendar);
        return Expected > now ? Texts.Comes(What, standing.Label) : Texts.WasToCome(What, standing.Label);
    }
}
