using System.Collections.Frozen;
using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow.Rules;

/// <summary>
/// The rules that are on, sorted by what they wait for, so that what no rule waits for costs nothing. Made anew when a
/// rule changes.
/// </summary>
public sealed class RuleBook
{
    private readonly FrozenDictionary<object, ImmutableArray<Rule>> _by;

    /// <summary>Sorts rules; those that are off are left out.</summary>
    public RuleBook(IEnumerable<Rule> rules)
    {
        On = [.. rules.Where(r => r.On)];
        Timed =
        [
            .. On.Where(r => r.Trigger is Trigger.Near or Trigger.Silent or Trigger.TaskLate or Trigger.DayOfYear),
        ];
        _by = On.GroupBy(r => Slot(r.Trigger)).ToFrozenDictionary(g => g.Key, g => g.ToImmutableArray());
    }

    /// <summary>Those that are on, in their order.</summary>
    public ImmutableArray<Rule> On { get; }

    /// <summary>Those that wait for something that comes by time alone.</summary>
    public ImmutableArray<Rule> Timed { get; }

    /// <summary>Rules whose trigger is of a kind, such as <see cref="Trigger.Silent"/>.</summary>
    public IEnumerable<Rule> Of<T>()
        where T : Trigger => On.Where(r => r.Trigger is T);

    /// <summary>Whether a rule waits for something of that sort at all; it costs next to nothing to ask.</summary>
    public bool MayActOn(Happened happened) => For(happened).Any();

    /// <summary>The rules that might act on it; most happenings have none.</summary>
    internal IEnumerable<Rule> For(Happened happened) =>
        happened is Happened.Moved moved
            ? At(new Trigger.Enters(moved.To)).Concat(At(new Trigger.Leaves(moved.From)))
            : At(Slot(happened));

    private ImmutableArray<Rule> At(object slot) => _by.GetValueOrDefault(slot, []);

    private static object Slot(Trigger trigger) =>
        trigger is Trigger.Enters or Trigger.Leaves ? trigger : trigger.GetType();

    private static Type Slot(Happened happened) =>
        happened switch
        {
            Happened.Wrote => typeof(Trigger.PartyWrites),
            Happened.Silent => typeof(Trigger.Silent),
            Happened.Done => typeof(Trigger.TaskDone),
            Happened.Late => typeof(Trigger.TaskLate),
            Happened.Decided => typeof(Trigger.AskDecided),
            Happened.Near => typeof(Trigger.Near),
            Happened.DayCame => typeof(Trigger.DayOfYear),
            _ => throw new ArgumentOutOfRangeException(nameof(happened)),
        };
}

/// <summary>Says which rules act on what has happened. It changes nothing and asks nobody.</summary>
public static class Firing
{
    /// <summary>
    /// How long a chain of rules that set one another off may get: what is set off by the last of these sets nothing off.
    /// </summary>
    public const int Deepest = 5;

    /// <summary>The rules that act, in the order of the book.</summary>
    /// <param name="book">The rules.</param>
    /// <param name="happened">What has happened.</param>
    /// <param name="circumstances">How its docket stands.</param>
    /// <param name="find">Finds a person; null for one who is gone.</param>
    public static ImmutableArray<Rule> Of(
        RuleBook book,
        Happened happened,
        Circumstances circumstances,
        Func<PersonId, Person?> find
    )
    {
        ArgumentNullException.ThrowIfNull(book);
        ArgumentNullException.ThrowIfNull(happened);
        ArgumentNullException.ThrowIfNull(circumstances);
        ArgumentNullException.ThrowIfNull(find);
        return
        [
            .. book.For(happened)
                .Where(r => Fits(r, happened, circumstances) && MayAct(r, circumstances, find(r.Maker))),
        ];
    }

    /// <summary>
    /// How many rules set one another off before something: those of the move that it is, and where time brought it, those
    /// before the docket was begun. What a person does begins anew.
    /// </summary>
    /// <param name="happened">What has happened.</param>
    /// <param name="moved">How many before the move; 0 for everything else.</param>
    /// <param name="begun">How many before the docket was begun; 0 where a person began it.</param>
    public static int DepthOf(Happened happened, int moved, int begun)
    {
        ArgumentNullException.ThrowIfNull(happened);
        return happened.ByTime ? Math.Max(moved, begun) : moved;
    }

    /// <summary>The conversation that rules mean in a docket, and write in; null where nobody outside belongs to it.</summary>
    /// <param name="talks">Conversations of the docket, in the order in which they were begun.</param>
    /// <param name="with">The party that it is about; null for the one that came first.</param>
    public static Conversation? TalkOf(IEnumerable<Conversation> talks, PartyId? with) =>
        talks.FirstOrDefault(c =>
            c is { Audience: Audience.Outside, Party: not null, Discussed: null } && (with is null || c.Party == with)
        );

    /// <summary>Whether a rule fits, whoever made it.</summary>
    public static bool Fits(Rule rule, Happened happened, Circumstances circumstances)
    {
        ArgumentNullException.ThrowIfNull(rule);
        ArgumentNullException.ThrowIfNull(circumstances);
        return Is(rule.Trigger, happened) && rule.Conditions.All(c => Holds(c, circumstances));
    }

    /// <summary>Whether a rule may act in a docket for its maker.</summary>
    /// <param name="rule">The rule.</param>
    /// <param name="circumstances">How the docket stands.</param>
    /// <param name="maker">Its maker; null for one who has left.</param>
    public static bool MayAct(Rule rule, Circumstances circumstances, Person? maker)
    {
        ArgumentNullException.ThrowIfNull(circumstances);
        return maker is { IsStaff: true } && maker.May(Right.MakeRules) && maker.MaySee(circumstances.Docket.Place);
    }

    private static bool Is(Trigger trigger, Happened happened) =>
        (trigger, happened) switch
        {
            (Trigger.Enters t, Happened.Moved h) => t.Stage == h.To,
            (Trigger.Leaves t, Happened.Moved h) => t.Stage == h.From,
            (Trigger.PartyWrites, Happened.Wrote h) => !h.Automatic,
            (Trigger.Silent t, Happened.Silent h) => t.Ours == h.Ours && h.For >= t.For,
            (Trigger.TaskDone t, Happened.Done h) => h.Title.Contains(
                t.Titled.Trim(),
                StringComparison.OrdinalIgnoreCase
            ),
            (Trigger.TaskLate t, Happened.Late h) => h.For >= t.For,
            (Trigger.AskDecided, Happened.Decided) => true,
            (Trigger.Near t, Happened.Near h) => t.Milestone == h.Milestone && h.Offset >= t.Offset,
            (Trigger.DayOfYear t, Happened.DayCame h) => DayIn(t, h.Day.Year) == h.Day,
            _ => false,
        };

    /// <summary>When a milestone is so near, or so long past, that a rule acts.</summary>
    /// <param name="trigger">The rule's trigger.</param>
    /// <param name="milestone">The date of the milestone.</param>
    /// <param name="calendar">Working time of the firm.</param>
    public static Instant MomentOf(Trigger.Near trigger, Instant milestone, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(trigger);
        ArgumentNullException.ThrowIfNull(calendar);
        return trigger.Offset < Duration.Zero
            ? calendar.Subtract(milestone, -trigger.Offset)
            : calendar.Add(milestone, trigger.Offset);
    }

    /// <summary>The day in a year; in a month that is shorter, its last day.</summary>
    public static LocalDate DayIn(Trigger.DayOfYear trigger, int year)
    {
        ArgumentNullException.ThrowIfNull(trigger);
        return new(year, trigger.Month, Math.Min(trigger.Day, CalendarSystem.Iso.GetDaysInMonth(year, trigger.Month)));
    }

    /// <summary>
    /// Whether any rule may act on it, by what the docket alone says: what else rules ask has to be read from the database,
    /// and mostly need not be.
    /// </summary>
    public static bool MayAny(RuleBook book, Happened happened, Docket docket)
    {
        ArgumentNullException.ThrowIfNull(book);
        ArgumentNullException.ThrowIfNull(docket);
        return book.For(happened).Any(r => r.Conditions.All(c => Holds(c, docket) ?? true));
    }

    /// <summary>Whether a condition holds by what the docket alone says; null where that says nothing.</summary>
    private static bool? Holds(Condition condition, Docket docket) =>
        condition switch
        {
            Condition.OfKind c => docket.Kind == c.Kind,
            Condition.AtSite c => docket.Site.Equals(c.Site, StringComparison.OrdinalIgnoreCase),
            Condition.OfPriority c => docket.Priority == c.Priority,
            _ => null,
        };

    private static bool Holds(Condition condition, Circumstances now) =>
        condition switch
        {
            Condition.OfKind or Condition.AtSite or Condition.OfPriority => Holds(condition, now.Docket)!.Value,
            Condition.OfParty c => now.Party == c.Party,
            Condition.InQueue c => now.Queue == c.Queue,
            Condition.FieldIs c => now.Fields.TryGetValue(c.Field, out var value) && value.Stored == c.Stored,
            Condition.InHours c => now.Working == c.Working,
            _ => throw new ArgumentOutOfRangeException(nameof(condition)),
        };
}
