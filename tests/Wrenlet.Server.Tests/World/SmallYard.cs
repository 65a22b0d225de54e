using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Pages;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tests.World;

/// <summary>
/// A small firm written straight into a new database: an open docket J-1 with a customer and a partner, and a docket
/// J-2
/// limited to Kit, with another customer. Each thing said carries a word of its own, by which a leak is known.
/// </summary>
public sealed partial class SmallYard
{
    public const string Password = "correct horse battery";
    public static readonly string PasswordHash = Passwords.Hash(Password);
    public static readonly Instant Now = Instant.FromUtc(2026, 4, 14, 7, 40);

    public Dictionary<string, Person> People { get; } = [];

    public Dictionary<string, string> Links { get; } = [];

    public DocketId Open { get; } = new(Guid.CreateVersion7());

    public DocketId Limited { get; } = new(Guid.CreateVersion7());

    /// <summary>
    /// Conversations by name: J-1 inside, J-1 Benedikta, J-1 Saoirse, J-2 inside, J-2 Caspian, Kits group.
    /// </summary>
    public Dictionary<string, ConversationId> Conversations { get; } = [];

    public Dictionary<string, EntryId> Entries { get; } = [];

    public Dictionary<string, TaskId> Tasks { get; } = [];

    /// <summary>Pages of J-1 and J-2: the first revision is shared with the customer, the second is not.</summary>
    public Dictionary<string, SheetId> Sheets { get; } = [];

    /// <summary>What is asked in J-2 inside, of Kit.</summary>
    public AskId Asked { get; } = new(Guid.CreateVersion7());

    /// <summary>A meeting by call to which J-2 inside invites Kit and nobody else, with something said in it.</summary>
    public MeetingId Meeting { get; } = new(Guid.CreateVersion7());

    /// <summary>Files by the conversation whose first entry carries them.</summary>
    public Dictionary<string, Guid> Files { get; } = [];

    public Guid Queue { get; private set; }

    public Guid SpareParty { get; } = Guid.CreateVersion7();

    public Guid SpareContact { get; } = Guid.CreateVersion7();

    public Guid KitsStock { get; } = Guid.CreateVersion7();

    public Guid EverybodysStock { get; } = Guid.CreateVersion7();

    public Guid KitsAlert { get; } = Guid.CreateVersion7();

    public Guid KitsView { get; } = Guid.CreateVersion7();

    public Guid Template { get; } = Guid.CreateVersion7();

    public Guid KitsUpload { get; } = Guid.CreateVersion7();

    public string Folder { get; } = RunningServer.NewFolder();

    public static string WordOf(string place) =>
        "secret"
        + place
            .Replace(" ", "", StringComparison.Ordinal)
            .Replace("-", "", StringComparison.Ordinal)
            .ToLowerInvariant();

    public static async Task<SmallYard> Build()
    {
        var yard = new SmallYard();
        using var database = Database.Open(yard.Folder);
        await using var writes = new WriteQueue(database);
        await writes.Run(w => yard.Write(w));
        return yard;
    }

    private void Write(Writing w)
    {
        var s = w.Session;
        PeopleStore.AddCalendar(
            s,
            "Yard",
            WorkWeek.Days(
                IsoDayOfWeek.Monday,
                IsoDayOfWeek.Friday,
                new Shift(new LocalTime(8, 0), new LocalTime(17, 0))
            )
        );
        PeopleStore.AddFirm(
            s,
            "Saltmarsh Quay",
            "Europe/Lisbon",
            "yard@quay.example",
            true,
            "Yard",
            false,
            TimeSpan.Zero
        );
        PeopleStore.SetFirm(s, PeopleStore.Load(s).Firm! with { StandIns = true }, "Europe/Lisbon");
        var hull = new CrewId(Guid.CreateVersion7());
        PeopleStore.AddCrew(s, hull, "hull");
        foreach (
            var (name, role) in new[]
            {
                ("Odalys Brandt", Role.Coordinator),
                ("Tobiah Renn", Role.Manager),
                ("Ines Kowal", Role.Member),
                ("Kit Ramaswamy", Role.Member),
                ("Wilhelmina Achterberg", Role.Administrator),
            }
        )
            Add(
                s,
                new Person(
                    new PersonId(Guid.CreateVersion7()),
                    name,
                    role,
                    null,
                    name.StartsWith("Ines", StringComparison.Ordinal) ? [hull] : []
                ),
                "quay.example",
                PasswordHash
            );
        foreach (
            var (name, kind) in new[]
            {
                ("Benedikta Thorne", PartyKind.Customer),
                ("Caspian Oduya", PartyKind.Customer),
                ("Saoirse Quill", PartyKind.Partner),
            }
        )
        {
            var party = new PartyId(Guid.CreateVersion7());
            PeopleStore.AddParty(s, party, name, kind);
            Add(s, new Person(new PersonId(Guid.CreateVersion7()), name, null, party, []), "post.example", null);
            Links[name.Split(' ')[0]] = Sessions.NewToken();
            LinkStore.Add(
                s,
                PartyLink.For(People[name.Split(' ')[0]].Id, null, LinkWay.Copied, Now, 3650),
                Sessions.Hash(Links[name.Split(' ')[0]])
            );
        }

        var queue = Queue = Guid.CreateVersion7();
        PeopleStore.AddQueue(
            s,
            queue,
            "Work in hand",
            "Upper Yard",
            null,
            "Yard",
            new ResponseGoal(Duration.FromHours(2), Duration.FromHours(4)),
            HandoverRule.Crew,
            false
        );
        PeopleStore.AddQueue(
            s,
            Guid.CreateVersion7(),
            "Unsorted",
            "Upper Yard",
            null,
            "Yard",
            new ResponseGoal(Duration.FromHours(4), Duration.FromHours(4)),
            HandoverRule.Anyone,
            true
        );

        foreach (var kind in YardKinds.All)
            KindStore.Put(s, kind);
        var sight = DocketSight.Only([People["Kit"].Id], []);
        DocketStore.Add(
            s,
            new Docket(
                0,
                Open,
                YardKinds.Job.Id,
                new DocketRef("J", 1),
                "Quillfish: refit secretj1docket",
                "Upper Yard",
                People["Odalys"].Id,
                YardKinds.Job.First.Id,
                Priority.Normal,
                true,
                DocketSight.Open
            ),
            Now
        );
        DocketStore.Add(
            s,
            new Docket(
                0,
                Limited,
                YardKinds.Job.Id,
                new DocketRef("J", 2),
                "Salt Ledger: dispute secretj2docket",
                "Upper Yard",
                People["Kit"].Id,
                YardKinds.Job.First.Id,
                Priority.Normal,
                true,
                sight
            ),
            Now
        );
        Talk(w, "J-1 inside", Open, DocketSight.Open, Audience.Inside, null, null, "Ines");
        Talk(w, "J-1 Benedikta", Open, DocketSight.Open, Audience.Outside, "Benedikta", queue, "Benedikta");
        Talk(w, "J-1 Saoirse", Open, DocketSight.Open, Audience.Outside, "Saoirse", queue, "Saoirse");
        Talk(w, "J-2 inside", Limited, sight, Audience.Inside, null, null, "Kit");
        Talk(w, "J-2 Caspian", Limited, sight, Audience.Outside, "Caspian", queue, "Caspian");
        Ask(w, "J-2 inside", "Kit");
        Meet(w, "J-2 inside", "Kit");
        Promise(w, "J-1", Open, "J-1 inside", "Ines", DocketSight.Open);
        Promise(w, "J-2", Limited, "J-2 inside", "Kit", sight);
        Group(w, "Kits group", "Kit", "Odalys");
        Draw(w, "J-1 sheet", Open, "Ines", "Benedikta");
        Draw(w, "J-2 sheet", Limited, "Kit", "Caspian");
        PeopleStore.AddParty(s, new PartyId(SpareParty), "Spare party", PartyKind.Customer);
        StockStore.Put(s, new StockReply(KitsStock, People["Kit"].Id, "mine", "Dear {party first name}", 1));
        StockStore.Put(s, new StockReply(EverybodysStock, null, "ours", "Dear {party first name}", 1));
        TemplateStore.Put(s, new Template(new(Template), YardKinds.Job.Id, "Refit", "", "", null, [], []));
        NamedViewStore.Put(s, "tasks", new NamedView(KitsView, People["Kit"].Id, WordOf("Kits view"), false, "{}"));
        FileStore.Begin(
            s,
            new Upload(KitsUpload, People["Kit"].Id, WordOf("Kits upload") + ".txt", "text/plain", 1000, Now)
        );
        AlertStore.Add(
            s,
            KitsAlert,
            new Core.Alerts.Alert(People["Kit"].Id, Core.Alerts.AlertReason.Tagged),
            null,
            Now,
            Conversations["J-2 inside"],
            Entries["J-2 inside"],
            null,
            WordOf("Kits alert")
        );
    }

    private void Add(SqlSession s, Person person, string host, string? hash)
    {
        People[person.FirstName] = person;
        PeopleStore.AddPerson(s, person, $"{person.FirstName.ToLowerInvariant()}@{host}", "", hash);
    }

    private void Talk(
        Writing w,
        string name,
        DocketId docket,
        DocketSight sight,
        Audience audience,
        string? party,
        Guid? queue,
        string author
    )
    {
        var id = Conversations[name] = new ConversationId(Guid.CreateVersion7());
        ConversationStore.Add(
            w.Session,
            id,
            audience,
            docket,
            party is null ? null : People[party].Party,
            null,
            queue,
            null,
            name
        );
        var conversation = ConversationStore.Find(w.Session, id)!;
        var entry = Entries[name] = new EntryId(Guid.CreateVersion7());
        var words = $"Here stands {WordOf(name)} and more.";
        var kind = party is null ? EntryKind.Note : EntryKind.MessageIn;
        var key = EntryStore.Add(
            w.Session,
            conversation,
            new Entry(
                0,
                entry,
                id,
                kind,
                party is null ? null : Via.Page,
                People[author].Id,
                null,
                Now,
                words,
                party is null,
                $"<p>{words}</p>",
                Files: 1
            ),
            words,
            []
        );
        var file = new FileKeeper(new Settings(Folder, 0, null, false, "", 0, 0, null)).Keep(
            Guid.CreateVersion7(),
            System.Text.Encoding.UTF8.GetBytes(WordOf(name)),
            "list.txt",
            "text/plain",
            People[author].Id,
            Now
        );
        FileStore.Add(w.Session, file);
        FileStore.Attach(w.Session, key!.Value, [new(file.Id)]);
        Files[name] = file.Id;
        ConversationStore.Update(
            w.Session,
            conversation with
            {
                LastEntry = key,
                Exchange = party is null ? Exchange.None : Exchange.None.Received(Now),
            }
        );
        Place place =
            audience is Audience.Outside ? new Place.Outside(sight, People[party!].Party) : new Place.Inside(sight);
        w.Log(new Change(ChangeKinds.EntryPosted, entry.Value, place, Thing.Said, Now, People[author].Id, docket, id));

        // What happened is for staff only, also in a party's own conversation.
        var happened = Entries[name + " event"] = new EntryId(Guid.CreateVersion7());
        var event_ = $"Event {WordOf(name + " event")}";
        EntryStore.Add(
            w.Session,
            conversation,
            new Entry(0, happened, id, EntryKind.Event, null, null, null, Now, event_, false, $"<p>{event_}</p>"),
            event_,
            []
        );
        w.Log(new Change(ChangeKinds.EntryPosted, happened.Value, place, Thing.Working, Now, null, docket, id));
    }

    /// <summary>A group of colleagues, whose first member has said something.</summary>
    private void Group(Writing w, string name, params string[] members)
    {
        var id = Conversations[name] = new ConversationId(Guid.CreateVersion7());
        ConversationStore.Add(w.Session, id, Audience.Group, null, null, null, null, null, WordOf(name));
        foreach (var member in members)
            ConversationStore.Join(w.Session, id, People[member].Id, Now);
        var conversation = ConversationStore.Find(w.Session, id)!;
        var entry = Entries[name] = new EntryId(Guid.CreateVersion7());
        var words = $"Here stands {WordOf(name)} and more.";
        var key = EntryStore.Add(
            w.Session,
            conversation,
            new Entry(
                0,
                entry,
                id,
                EntryKind.Note,
                null,
                People[members[0]].Id,
                null,
                Now,
                words,
                true,
                $"<p>{words}</p>"
            ),
            words,
            []
        );
        ConversationStore.SetLast(w.Session, conversation.Key, key!.Value);
        w.Log(
            new Change(
                ChangeKinds.EntryPosted,
                entry.Value,
                conversation.Place,
                Thing.Said,
                Now,
                People[members[0]].Id,
                null,
                id
            )
        );
    }
}
