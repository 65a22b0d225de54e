using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;

namespace Wrenlet.Server.Alerts;

/// <summary>What people are told of.</summary>
/// <param name="By">Who did it; null when nobody of ours did.</param>
/// <param name="Place">Where it happened.</param>
/// <param name="Thing">What kind of thing it is there.</param>
/// <param name="At">When.</param>
/// <param name="Words">What it is about; its first words are shown.</param>
/// <param name="Conversation">The conversation it belongs to; null for none.</param>
/// <param name="Entry">The entry it is about; null for none.</param>
/// <param name="Task">The task it is about; null for none.</param>
/// <param name="Docket">The docket it belongs to where it has no conversation; null for none.</param>
public sealed record Told(
    PersonId? By,
    Place Place,
    Thing Thing,
    Instant At,
    string Words,
    ConversationId? Conversation = null,
    EntryId? Entry = null,
    TaskId? Task = null,
    DocketId? Docket = null
);

/// <summary>Writes alerts and their changes, so that each person hears of theirs at once.</summary>
public sealed class Telling(WhoIsWho who)
{
    private const int MostWords = 140;

    /// <summary>
    /// Tells those whom something concerns, each once, by their strongest reason, and as far as they want to hear of the
    /// place, whatever part of the work it comes from.
    /// </summary>
    /// <param name="w">The write in which it happened.</param>
    /// <param name="concerns">Whom it concerns, and why.</param>
    /// <param name="told">What they are told of.</param>
    public void Tell(Writing w, IEnumerable<Alert> concerns, Told told)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(told);
        var roster = who.Current;
        List<Alert> all = [.. concerns];
        if (all.Count == 0)
            return;
        var levels = LevelStore.At(w.Session, told.Conversation, told.Docket);
        Level LevelOf(PersonId person) => levels.GetValueOrDefault(person);
        foreach (var alert in Alerting.Whom(told.By, told.Place, told.Thing, all, id => roster.Find(id), LevelOf))
            Write(w, alert, told);
    }

    /// <summary>Tells one person, whatever they see of the place: it is about what is theirs.</summary>
    public static void Write(Writing w, Alert alert, Told told)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(told);
        var id = Guid.CreateVersion7();
        // Of a long message only its beginning is looked at.
        var first = told.Words.Length > 10 * MostWords ? told.Words[..(10 * MostWords)] : told.Words;
        var line = string.Join(' ', first.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        AlertStore.Add(
            w.Session,
            id,
            alert,
            told.By,
            told.At,
            told.Conversation,
            told.Entry,
            told.Task,
            line.Length > MostWords ? line[..MostWords] + " …" : line
        );
        w.Log(
            new Change(
                ChangeKinds.AlertGiven,
                id,
                new Place.Own(alert.Person),
                Thing.Working,
                told.At,
                told.By,
                Person: alert.Person
            )
        );
    }
}
