using System.Globalization;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Rules;

/// <summary>
/// Something that has happened in a docket, by which rules act. A closed set of cases. Each has a key: with the rule it
/// makes the identity of a run, so that a rule acts on it once, whatever is started anew.
/// </summary>
/// <param name="Key">The same for the same happening, another for another.</param>
public abstract record Happened(string Key)
{
    /// <summary>The party that it is about; null where it is about the docket.</summary>
    public virtual PartyId? With => null;

    /// <summary>Whether time alone brought it, and nobody did anything for it.</summary>
    public virtual bool ByTime => false;

    /// <summary>
    /// Whether it is the same happening in whatever docket, so that a rule acts on it in one of them only: a party that
    /// writes in two dockets is answered once.
    /// </summary>
    public virtual bool OnceForAll => false;

    /// <summary>The docket was moved.</summary>
    /// <param name="From">The stage that it left.</param>
    /// <param name="To">The stage that it entered.</param>
    /// <param name="Move">Number of the move.</param>
    public sealed record Moved(StageId From, StageId To, long Move) : Happened(Written($"move:{Move}"));

    /// <summary>The party wrote. A rule answers one party at most once a day.</summary>
    /// <param name="Party">Who.</param>
    /// <param name="Automatic">Whether a machine wrote it.</param>
    /// <param name="On">The day, at the firm.</param>
    public sealed record Wrote(PartyId Party, bool Automatic, LocalDate On)
        : Happened(Written($"party:{Party.Value:N}:{On:uuuuMMdd}"))
    {
        /// <inheritdoc/>
        public override PartyId? With => Party;

        /// <inheritdoc/>
        public override bool OnceForAll => true;
    }

    /// <summary>Nobody has written for some time.</summary>
    /// <param name="Party">With whom.</param>
    /// <param name="Since">The last word.</param>
    /// <param name="For">Working time since then.</param>
    /// <param name="Ours">Whether they wait for us.</param>
    public sealed record Silent(PartyId Party, EntryId Since, Duration For, bool Ours)
        : Happened(Written($"silent:{Since.Value:N}"))
    {
        /// <inheritdoc/>
        public override PartyId? With => Party;

        /// <inheritdoc/>
        public override bool ByTime => true;
    }

    /// <summary>A task was done.</summary>
    /// <param name="Task">Which.</param>
    /// <param name="Title">What was to be done.</param>
    /// <param name="At">When: reopened and done again, it is done anew.</param>
    public sealed record Done(TaskId Task, string Title, Instant At)
        : Happened(Written($"done:{Task.Value:N}:{At.ToUnixTimeTicks()}"));

    /// <summary>A task is late.</summary>
    /// <param name="Task">Which.</param>
    /// <param name="Due">When it was due.</param>
    /// <param name="For">Working time since then.</param>
    public sealed record Late(TaskId Task, Instant Due, Duration For)
        : Happened(Written($"late:{Task.Value:N}:{Due.ToUnixTimeTicks()}"))
    {
        /// <inheritdoc/>
        public override bool ByTime => true;
    }

    /// <summary>Something asked was decided.</summary>
    public sealed record Decided(EntryId Ask) : Happened(Written($"ask:{Ask.Value:N}"));

    /// <summary>A milestone is near, or past.</summary>
    /// <param name="Milestone">Which.</param>
    /// <param name="At">Its date.</param>
    /// <param name="Offset">Working time from it to now; negative before it.</param>
    public sealed record Near(MilestoneId Milestone, Instant At, Duration Offset)
        : Happened(Written($"near:{Milestone.Value:N}:{At.ToUnixTimeTicks()}"))
    {
        /// <inheritdoc/>
        public override bool ByTime => true;
    }

    /// <summary>A day of the year has come.</summary>
    public sealed record DayCame(LocalDate Day) : Happened(Written($"day:{Day:uuuuMMdd}"))
    {
        /// <inheritdoc/>
        public override bool ByTime => true;
    }

    private static string Written(FormattableString key) => key.ToString(CultureInfo.InvariantCulture);
}

/// <summary>How a docket stands when something has happened in it, as far as rules ask.</summary>
/// <param name="Docket">The docket as it is.</param>
/// <param name="Party">The other side; null for none.</param>
/// <param name="Queue">Where the conversation with the party waits; null for nowhere.</param>
/// <param name="Fields">What stands in its fields; what is empty is left out.</param>
/// <param name="Working">Whether it happened in the firm's working hours.</param>
public sealed record Circumstances(
    Docket Docket,
    PartyId? Party,
    Guid? Queue,
    IReadOnlyDictionary<FieldId, FieldValue> Fields,
    bool Working
);
