using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;

namespace Wrenlet.Server.Alerts;

/// <summary>Writes an alert and its change, so that its person hears of it at once.</summary>
internal static class Telling
{
    private const int MostWords = 140;

    public static void Tell(
        Writing w,
        Alert alert,
        PersonId? by,
        Instant at,
        ConversationId? conversation,
        EntryId? entry,
        TaskId? task,
        string words
    )
    {
        var id = Guid.CreateVersion7();
        var line = string.Join(' ', words.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        AlertStore.Add(
            w.Session,
            id,
            alert,
            by,
            at,
            conversation,
            entry,
            task,
            line.Length > MostWords ? line[..MostWords] + " …" : line
        );
        w.Log(
            new Change(
                ChangeKinds.AlertGiven,
                id,
                new Place.Own(alert.Person),
                Thing.Working,
                at,
                by,
                Person: alert.Person
            )
        );
    }
}
