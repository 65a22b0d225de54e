using System.Threading.Channels;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Connections;
using Wrenlet.Server.Pages;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Live;

/// <summary>A change as a browser hears of it.</summary>
/// <param name="Seq">Its number in the change log; what comes after the last one heard can be asked for.</param>
/// <param name="Docket">Reference of the docket it belongs to; null when none.</param>
/// <param name="By">Id of who made it; null for a party, and towards a party.</param>
/// <param name="Entry">The entry that was posted; null for other kinds, and when catching up.</param>
/// <param name="Task">The task that was made or changed; null for other kinds, and when catching up.</param>
/// <param name="Alert">The alert that was given; null for other kinds, and when catching up.</param>
public sealed record ChangeView(
    long Seq,
    string Kind,
    Guid Subject,
    string? Docket,
    Guid? Conversation,
    Guid? By,
    EntryView? Entry,
    TaskView? Task,
    AlertView? Alert
);

/// <summary>
/// What came since; <paramref name="More"/> when there is too much, and everything should be read anew.
/// </summary>
public sealed record Changes(IReadOnlyList<ChangeView> List, long Last, bool More);

/// <summary>Tells each committed change to the browsers of those who may see it, in the order of the log.</summary>
internal sealed class Announcer(
    WriteQueue writes,
    Database database,
    Presence presence,
    WhoIsWho who,
    FirmClock clock,
    ILogger<Announcer> log
) : BackgroundService
{
    private const int MostAtOnce = 500;
    private readonly Channel<IReadOnlyList<Change>> _committed = Channel.CreateUnbounded<IReadOnlyList<Change>>(
        new UnboundedChannelOptions { SingleReader = true }
    );

    /// <summary>What a viewer may know of the changes after a number.</summary>
    public static Changes Since(SqlSession session, long seq, Person viewer)
    {
        var changes = ChangeLog.After(session, seq, MostAtOnce);
        return new(
            [.. changes.Where(c => viewer.MaySee(c.Place, c.Thing)).Select(c => Bare(session, c, viewer.IsStaff))],
            changes.Count > 0 ? changes[^1].Seq : seq,
            changes.Count == MostAtOnce
        );
    }

    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet(
                "/changes",
                (long after, Viewer viewer, Database database) => database.Read(s => Since(s, after, viewer.Person))
            )
            .For(Access.SignedIn);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        void Hear(IReadOnlyList<Change> changes) => _committed.Writer.TryWrite(changes);
        writes.Committed += Hear;
        try
        {
            await foreach (var changes in _committed.Reader.ReadAllAsync(stoppingToken))
            foreach (var change in changes)
                Tell(change);
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops; browsers catch up by sequence when it is back.
        }
        finally
        {
            writes.Committed -= Hear;
        }
    }

    private void Tell(Change change)
    {
        try
        {
            var (staff, contacts) = presence.WhoHears(change.Place, change.Thing);
            foreach (var alike in Alike(staff, change))
                Send(alike, change);
            foreach (var alike in AlikeOutside(contacts, change))
                Send(alike, change);
        }
#pragma warning disable CA1031 // One change that cannot be told must not silence the ones after it; browsers catch up by sequence.
        catch (Exception wrong)
#pragma warning restore CA1031
        {
            log.LogError(wrong, "Change {Seq} could not be told", change.Seq);
        }
    }

    /// <summary>
    /// Staff in groups that see the same of a change: an entry's author may change it, and what it passes on is not
    /// seen by all.
    /// </summary>
    private IEnumerable<List<(string Connection, Person Person)>> Alike(
        List<(string Connection, Person Person)> staff,
        Change change
    )
    {
        if (staff.Count == 0)
            return [];
        if (
            change.Kind is not (ChangeKinds.EntryPosted or ChangeKinds.EntryChanged)
            || database.Read(s => EntryStore.Find(s, new EntryId(change.Subject))) is not { } entry
        )
            return [staff];
        return staff.GroupBy(
            h =>
                entry.ForwardedFrom is not null || entry.Asks ? h.Person.Id
                : h.Person.Id == entry.Author ? entry.Author
                : null,
            (_, g) => g.ToList()
        );
    }

    /// <summary>Contacts of one party see the same, but for what is asked of them.</summary>
    private IEnumerable<List<(string Connection, Person Person)>> AlikeOutside(
        List<(string Connection, Person Person)> contacts,
        Change change
    )
    {
        if (contacts.Count == 0)
            return [];
        var asks =
            contacts.Count > 1
            && change.Kind is ChangeKinds.EntryPosted or ChangeKinds.EntryChanged
            && database.Read(s => EntryStore.Find(s, new EntryId(change.Subject))) is { Asks: true };
        return asks ? contacts.GroupBy(c => c.Person.Id, (_, g) => g.ToList()) : [contacts];
    }

    /// <summary>
    /// All of these see the same of it: they are either staff who are alike, or contacts of one party who are.
    /// </summary>
    private void Send(List<(string Connection, Person Person)> hearers, Change change)
    {
        var viewer = hearers[0].Person;
        var view = database.Read(s =>
        {
            var bare = Bare(s, change, viewer.IsStaff);
            var roster = who.Current;
            return change.Kind switch
            {
                ChangeKinds.EntryPosted or ChangeKinds.EntryChanged => bare with
                {
                    Entry = TalkReading.Entry(s, new EntryId(change.Subject), viewer, roster, clock.Now),
                },
                ChangeKinds.TaskMade
                or ChangeKinds.TaskChanged when TaskStore.Find(s, new TaskId(change.Subject)) is { } task => bare with
                {
                    Task = TaskViews.Of(task, roster, clock.Now),
                },
                ChangeKinds.AlertGiven when AlertStore.Find(s, change.Person!.Value, change.Subject) is { } alert =>
                    bare with
                    {
                        Alert = AlertEndpoints.View(s, alert, change.Person!.Value, roster, clock.Now),
                    },
                _ => bare,
            };
        });
        presence.Send(hearers.Select(h => h.Connection), "change", view);
    }

    private static ChangeView Bare(SqlSession session, Change change, bool staff) =>
        new(
            change.Seq,
            change.Kind,
            change.Subject,
            change.Docket is { } docket ? DocketStore.Find(session, docket)?.Ref.ToString() : null,
            change.Conversation?.Value,
            staff ? change.By?.Value : null,
            null,
            null,
            null
        );
}
