using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

/// <summary>The task that follows from a promise to call somebody back.</summary>
public static class CallBack
{
    /// <summary>How long a call is thought to take.</summary>
    public static readonly Duration Usual = Duration.FromMinutes(10);

    /// <summary>
    /// The task: of high priority, due when the call was promised, with whom it is for; else with who took the call.
    /// Its id follows from the note's, so that a note that is sent twice is one task.
    /// </summary>
    /// <param name="caller">Who called.</param>
    /// <param name="number">Their number as people read it; null when it is not known.</param>
    /// <param name="docket">The docket that the call belongs to.</param>
    /// <param name="note">Where the call was noted.</param>
    /// <param name="by">Who took it.</param>
    /// <param name="whom">Whom it is for; null for nobody in particular.</param>
    /// <param name="promised">When the call was promised.</param>
    /// <param name="at">When it was noted.</param>
    public static WorkTask Task(
        string caller,
        string? number,
        Docket docket,
        TaskSource note,
        PersonId by,
        PersonId? whom,
        Instant promised,
        Instant at
    )
    {
        ArgumentNullException.ThrowIfNull(docket);
        ArgumentNullException.ThrowIfNull(note);
        return new(
            Key: 0,
            Id: IdOf(note.Entry.Value),
            Title: Texts.CallBack(caller, (number is null ? "" : Texts.On(number))),
            Docket: docket.Brief,
            Source: note,
            MadeBy: by,
            Made: at,
            State: TaskState.NeedsAction,
            StateBefore: null,
            Rule: CompletionRule.Any,
            Priority: Priority.High,
            Start: null,
            Due: promised,
            Repeats: null,
            Estimate: Usual,
            GateStage: null,
            Finished: null,
            Version: 1,
            Owners: [new OwnerShare(new TaskOwner.OfPerson(whom ?? by), false)],
            Sight: docket.Sight
        );
    }

    private static TaskId IdOf(Guid note)
    {
        var bytes = note.ToByteArray(bigEndian: true);
        bytes[^1] ^= 0xff;
        return new TaskId(new Guid(bytes, bigEndian: true));
    }
}
