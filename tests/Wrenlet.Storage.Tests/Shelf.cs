using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Storage.Tests;

/// <summary>A new database with a firm, a few people and one docket, for tests of single stores.</summary>
public abstract class Shelf : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("wrenlet-shelf-").FullName;
    private readonly Database _database;

    protected static readonly Instant Now = Instant.FromUtc(2026, 4, 14, 7, 40);
    protected static readonly PersonId Odalys = new(Guid.CreateVersion7());
    protected static readonly PersonId Ines = new(Guid.CreateVersion7());
    protected static readonly PersonId Benedikta = new(Guid.CreateVersion7());
    protected static readonly PartyId Thorne = new(Guid.CreateVersion7());
    protected static readonly PartyId Oduya = new(Guid.CreateVersion7());
    protected static readonly CrewId Hull = new(Guid.CreateVersion7());
    protected static readonly DocketId Refit = new(Guid.CreateVersion7());
    protected static readonly ConversationId Inside = new(Guid.CreateVersion7());

    protected Shelf()
    {
        _database = Database.Open(_folder);
        S = _database.OpenWriter();
        PeopleStore.AddCalendar(
            S,
            "Yard",
            WorkWeek.Days(
                IsoDayOfWeek.Monday,
                IsoDayOfWeek.Friday,
                new Shift(new LocalTime(8, 0), new LocalTime(17, 0))
            )
        );
        PeopleStore.AddFirm(
            S,
            "Saltmarsh Quay",
            "Europe/Lisbon",
            "yard@quay.example",
            true,
            "Yard",
            false,
            TimeSpan.Zero
        );
        PeopleStore.AddCrew(S, Hull, "hull");
        PeopleStore.AddPerson(
            S,
            new Person(Odalys, "Odalys Brandt", Role.Coordinator, null, []),
            "odalys@quay.example",
            "",
            "a hash"
        );
        PeopleStore.AddPerson(
            S,
            new Person(Ines, "Ines Kowal", Role.Member, null, [Hull]),
            "ines@quay.example",
            "",
            null
        );
        PeopleStore.AddParty(S, Thorne, "Benedikta Thorne", PartyKind.Customer);
        PeopleStore.AddParty(S, Oduya, "Caspian Oduya", PartyKind.Customer);
        PeopleStore.AddPerson(
            S,
            new Person(Benedikta, "Benedikta Thorne", null, Thorne, []),
            "benedikta@post.example",
            "",
            null
        );
        foreach (var kind in YardKinds.All)
            KindStore.Put(S, kind);
        DocketStore.Add(
            S,
            new Docket(
                0,
                Refit,
                YardKinds.Job.Id,
                new DocketRef("J", 1),
                "Quillfish: refit",
                "Upper Yard",
                Odalys,
                YardKinds.Job.First.Id,
                Priority.Normal,
                true,
                DocketSight.Open
            ),
            Now
        );
        ConversationStore.Add(S, Inside, Audience.Inside, Refit, null, null, null, null, "Quillfish: refit");
    }

    /// <summary>The connection that writes.</summary>
    protected SqlSession S { get; }

    protected Conversation Talk => ConversationStore.Find(S, Inside)!;

    /// <summary>Writes a note, and gives its key.</summary>
    protected long Say(string words, PersonId? by = null)
    {
        var entry = new Entry(
            0,
            new EntryId(Guid.CreateVersion7()),
            Inside,
            EntryKind.Note,
            null,
            by ?? Ines,
            null,
            Now,
            words,
            true,
            $"<p>{words}</p>"
        );
        return EntryStore.Add(S, Talk, entry, words, [])!.Value;
    }

    /// <summary>A file that Ines brought.</summary>
    protected Guid File(string name)
    {
        var file = new StoredFile(Guid.CreateVersion7(), new byte[32], name, "image/svg+xml", 10, Ines, Now);
        FileStore.Add(S, file);
        return file.Id;
    }

    public void Dispose()
    {
        S.Dispose();
        _database.Dispose();
        Directory.Delete(_folder, recursive: true);
        GC.SuppressFinalize(this);
    }
}
