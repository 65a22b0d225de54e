using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.SignalR.Client;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Pages;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tests.Access;

/// <summary>
/// Random workspaces over real HTTP: dockets with random limits, parties, talk and tasks. Everybody fetches, searches,
/// is
/// alerted and listens while things are said; each word they meet is held against the rule written out here on its own.
/// </summary>
public partial class RandomYardTests
{
    private const int Dockets = 14;

    /// <summary>
    /// Where a word stands: who is listed on its docket (null for all staff), its party, and whether it is for staff
    /// only.
    /// </summary>
    private sealed record Standing(HashSet<Guid>? Listed, Guid? Party, bool Working);

    private sealed class World(int seed)
    {
        public Random Random { get; } = new(seed);

        public List<Person> People { get; } = [];

        public Dictionary<string, Standing> Words { get; } = [];

        public List<(DocketRef Ref, HashSet<Guid>? Listed)> Made { get; } = [];

        public List<(ConversationId Id, HashSet<Guid>? Listed, Guid? Party)> Conversations { get; } = [];

        public List<Guid> Entries { get; } = [];

        public List<Guid> Tasks { get; } = [];

        public List<Guid> Sheets { get; } = [];

        public Dictionary<PersonId, string> Links { get; } = [];

        public string NewWord(HashSet<Guid>? listed, Guid? party, bool working)
        {
            var word = $"secret{seed}x{Words.Count}z";
            Words[word] = new(listed, party, working);
            return word;
        }

        /// <summary>The rule of sight, in words of its own.</summary>
        public bool MayMeet(Person person, string word)
        {
            var standing = Words[word];
            if (person.Role is not null)
                return standing.Listed is null || standing.Listed.Contains(person.Id.Value);
            return !standing.Working && standing.Party is { } party && person.Party!.Value.Value == party;
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task Nobody_meets_a_word_they_may_not_see(int seed)
    {
        var world = new World(seed);
        var folder = RunningServer.NewFolder();
        using (var database = Database.Open(folder))
        await using (var writes = new WriteQueue(database))
            await writes.Run(w => Write(w, world));

        await using var server = await RunningServer.Start(
            folder,
            "--no-demo",
            "--clock",
            "2026-04-14T08:40",
            "--changes-per-second",
            "0"
        );
        var visitors = new Dictionary<PersonId, Visitor>();
        var heard = new Dictionary<PersonId, List<string>>();
        var connections = new List<HubConnection>();
        foreach (var person in world.People)
        {
            visitors[person.Id] = person.IsStaff
                ? await server.Visit().SignIn($"{person.Id.Value:N}@quay.example", SmallYard.Password)
                : await server.Visit().ByLink(world.Links[person.Id]);
            connections.Add(await Listen(server, visitors[person.Id], heard[person.Id] = []));
        }

        await Talk(world, visitors);
        await Waiting.Until(() => heard.Values.Any(h => h.Count > 0));
        await Task.Delay(500);

        foreach (var person in world.People)
        {
            var met = new Dictionary<string, string>();
            foreach (var path in Paths(world))
            {
                using var response = await visitors[person.Id].Http.GetAsync(path);
                if (!response.IsSuccessStatusCode)
                    continue;
                foreach (Match word in SecretWord().Matches(await response.Content.ReadAsStringAsync()))
                    met[word.Value] = path;
            }

            foreach (var message in heard[person.Id].ToArray())
            foreach (Match word in SecretWord().Matches(message))
                met[word.Value] = "a live message";
            foreach (var (word, where) in met)
                world
                    .MayMeet(person, word)
                    .ShouldBeTrue($"{person.Role?.ToString() ?? "a contact"} met {word} at {where}");

            // Not blind: what one may see of what was said is all met.
            var missed = world
                .Words.Where(w => world.MayMeet(person, w.Key) && !met.ContainsKey(w.Key))
                .Select(w => w.Key);
            missed.ShouldBeEmpty($"{person.Role?.ToString() ?? "a contact"} should meet all that is theirs to see");
        }

        foreach (var connection in connections)
            await connection.DisposeAsync();
        foreach (var visitor in visitors.Values)
            visitor.Dispose();
        Directory.Delete(folder, recursive: true);
    }

    private static void Write(Writing w, World world)
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
        var crews = new List<CrewId>();
        foreach (var name in new[] { "hull", "rigging" })
        {
            crews.Add(new CrewId(Guid.CreateVersion7()));
            PeopleStore.AddCrew(s, crews[^1], name);
        }

        foreach (
            var (role, i) in new[]
            {
                Role.Member,
                Role.Member,
                Role.Coordinator,
                Role.Manager,
                Role.Administrator,
            }.Select((r, i) => (r, i))
        )
            Add(
                s,
                world,
                new Person(
                    new PersonId(Guid.CreateVersion7()),
                    $"Staff{i} Yard",
                    role,
                    null,
                    [.. crews.Where(_ => world.Random.Next(2) == 0)]
                )
            );
        var parties = new List<PartyId>();
        for (var i = 0; i < 3; i++)
        {
            parties.Add(new PartyId(Guid.CreateVersion7()));
            PeopleStore.AddParty(s, parties[^1], $"Party{i} Afloat", i == 0 ? PartyKind.Partner : PartyKind.Customer);
            Add(s, world, new Person(new PersonId(Guid.CreateVersion7()), $"Contact{i} Afloat", null, parties[^1], []));
        }

        var queue = Guid.CreateVersion7();
        PeopleStore.AddQueue(
            s,
            queue,
            "Work in hand",
            "Upper Yard",
            null,
            "Yard",
            new ResponseGoal(Duration.FromHours(2), Duration.FromHours(4)),
            HandoverRule.Anyone,
            false
        );
        for (var i = 1; i <= Dockets; i++)
            AddDocket(w, world, i, crews, parties, queue);
    }

    private static void Add(SqlSession s, World world, Person person)
    {
        world.People.Add(person);
        PeopleStore.AddPerson(
            s,
            person,
            $"{person.Id.Value:N}@{(person.IsStaff ? "quay" : "post")}.example",
            "",
            person.IsStaff ? SmallYard.PasswordHash : null
        );
        if (person.IsStaff)
            return;
        world.Links[person.Id] = Sessions.NewToken();
        SessionStore.SetLink(s, Sessions.Hash(world.Links[person.Id]), person.Id, SmallYard.Now);
    }

    private static void AddDocket(
        Writing w,
        World world,
        int number,
        List<CrewId> crews,
        List<PartyId> parties,
        Guid queue
    )
    {
        var staff = world.People.Where(p => p.IsStaff).ToList();
        var limited = world.Random.Next(2) == 0;
        var listedPeople = staff.Where(_ => world.Random.Next(3) == 0).Select(p => p.Id).ToList();
        var listedCrews = crews.Where(_ => world.Random.Next(4) == 0).ToList();
        var sight = limited ? DocketSight.Only(listedPeople, listedCrews) : DocketSight.Open;
        var listed = limited
            ? listedPeople
                .Select(p => p.Value)
                .Concat(staff.Where(p => p.Crews.Intersect(listedCrews).Any()).Select(p => p.Id.Value))
                .ToHashSet()
            : null;
        var id = new DocketId(Guid.CreateVersion7());
        var reference = new DocketRef((DocketKind)world.Random.Next(3), number);
        world.Made.Add((reference, listed));
        var owner = staff[world.Random.Next(staff.Count)].Id;
        DocketStore.Add(
            w.Session,
            new Docket(
                0,
                id,
                reference,
                "Boat: " + world.NewWord(listed, null, true),
                "Upper Yard",
                owner,
                0,
                Priority.Normal,
                true,
                sight
            ),
            SmallYard.Now
        );

        Begin(w, world, id, sight, listed, Audience.Inside, null, null, owner);
        foreach (var party in parties.Where(_ => world.Random.Next(2) == 0))
        {
            Begin(w, world, id, sight, listed, Audience.Outside, party, queue, owner);
            AddSheet(w, world, id, listed, party, world.Random.Next(4), owner);
        }
    }

    private static void Begin(
        Writing w,
        World world,
        DocketId docket,
        DocketSight sight,
        HashSet<Guid>? listed,
        Audience audience,
        PartyId? party,
        Guid? queue,
        PersonId owner
    )
    {
        var id = new ConversationId(Guid.CreateVersion7());
        ConversationStore.Add(w.Session, id, audience, docket, party, null, queue, null, "A talk");
        world.Conversations.Add((id, listed, party?.Value));
        var conversation = ConversationStore.Find(w.Session, id)!;
        long? last = null;
        for (var i = 0; i < 3; i++)
        {
            var working = i == 1;
            var kind =
                working ? EntryKind.Event
                : party is null ? EntryKind.Note
                : EntryKind.MessageOut;
            var words = "Here stands " + world.NewWord(listed, party?.Value, working || party is null);
            var entry = new EntryId(Guid.CreateVersion7());
            world.Entries.Add(entry.Value);
            last = EntryStore.Add(
                w.Session,
                conversation,
                new Entry(
                    0,
                    entry,
                    id,
                    kind,
                    party is null || working ? null : Via.Page,
                    owner,
                    null,
                    SmallYard.Now,
                    words,
                    !working,
                    $"<p>{words}</p>"
                ),
                words,
                []
            );
            w.Log(
                new Change(
                    ChangeKinds.EntryPosted,
                    entry.Value,
                    conversation.Place,
                    EntrySight.ThingOf(kind),
                    SmallYard.Now,
                    owner,
                    docket,
                    id
                )
            );
            if (i == 0)
                AddTask(w, world, docket, entry, sight, listed, owner);
        }

        ConversationStore.Update(w.Session, conversation with { LastEntry = last });
    }

    private static void AddTask(
        Writing w,
        World world,
        DocketId docket,
        EntryId source,
        DocketSight sight,
        HashSet<Guid>? listed,
        PersonId by
    )
    {
        var found = DocketStore.Find(w.Session, docket)!;
        var entry = EntryStore.Find(w.Session, source)!;
        var id = new TaskId(Guid.CreateVersion7());
        world.Tasks.Add(id.Value);
        TaskStore.Add(
            w.Session,
            new WorkTask(
                0,
                id,
                world.NewWord(listed, null, true),
                new DocketBrief(docket, found.Ref, found.Subject, found.Owner),
                new TaskSource(source, entry.Key, entry.Conversation),
                by,
                SmallYard.Now,
                TaskState.NeedsAction,
                null,
                CompletionRule.Any,
                Priority.Normal,
                null,
                null,
                null,
                null,
                null,
                null,
                1,
                [],
                sight
            )
        );
    }

    /// <summary>A sheet of three revisions, of which a party may see one, or none.</summary>
    private static void AddSheet(
        Writing w,
        World world,
        DocketId docket,
        HashSet<Guid>? listed,
        PartyId party,
        int shared,
        PersonId by
    )
    {
        var id = new SheetId(Guid.CreateVersion7());
        world.Sheets.Add(id.Value);
        SheetStore.Add(
            w.Session,
            id,
            docket,
            SheetKind.Page,
            world.NewWord(listed, shared > 0 ? party.Value : null, shared == 0)
        );
        for (var number = 1; number <= 3; number++)
        {
            var words = world.NewWord(listed, number == shared ? party.Value : null, number != shared);
            SheetStore.AddRevision(
                w.Session,
                id,
                new SheetRevision(number, by, SmallYard.Now, world.NewWord(listed, null, true), words, null, words)
            );
        }

        if (shared > 0)
            SheetStore.Share(w.Session, id, new SheetShare(party, shared), by, SmallYard.Now);
    }

    /// <summary>
    /// Things are said by whoever may, with tags of whoever: some are refused, all of it is heard only where it may be.
    /// </summary>
    private static async Task Talk(World world, Dictionary<PersonId, Visitor> visitors)
    {
        for (var i = 0; i < 60; i++)
        {
            var (id, listed, party) = world.Conversations[world.Random.Next(world.Conversations.Count)];
            var author = world.People[world.Random.Next(world.People.Count)];
            var tagged = world.People[world.Random.Next(world.People.Count)];
            var may = author.IsStaff
                ? listed is null || listed.Contains(author.Id.Value)
                : party is not null && author.Party!.Value.Value == party;
            var word = $"secret{world.Random.Next(1000)}x{100_000 + i}z";
            var body = author.IsStaff && i % 2 == 0 ? $"[@{tagged.Name}](person:{tagged.Id.Value}) {word}" : word;
            using var response = await visitors[author.Id]
                .Send(
                    HttpMethod.Post,
                    $"/api/conversations/{id.Value}/entries",
                    new { id = Guid.CreateVersion7(), body }
                );
            if (response.StatusCode is HttpStatusCode.OK)
            {
                may.ShouldBeTrue("who does not see a conversation cannot write there");
                world.Words[word] = new(listed, party, party is null);
            }
            else
            {
                // A word that was refused stands nowhere.
                (!may || response.StatusCode is HttpStatusCode.UnprocessableEntity).ShouldBeTrue(
                    $"{response.StatusCode}"
                );
                world.Words[word] = new([], null, true);
            }
        }
    }

    private static IEnumerable<string> Paths(World world)
    {
        string[] lists =
        [
            "/api/me",
            "/api/page",
            "/api/dockets",
            "/api/queues/board",
            "/api/queues/board?closed=true",
            "/api/contacts",
            "/api/reports/responses",
            "/api/standins/text-office/texts",
            "/api/set-up",
            "/api/tasks",
            "/api/alerts",
            "/api/changes?after=0",
            "/api/colleagues",
            "/api/asides",
            "/api/standins/post-office/mails",
            "/api/talk?audience=inside",
            "/api/talk?audience=outside",
            "/api/talk?audience=own",
        ];
        foreach (var path in lists)
            yield return path;
        foreach (var word in world.Words.Keys)
            yield return $"/api/find?words={word}";
        foreach (var (reference, _) in world.Made)
            yield return $"/api/dockets/{reference}";
        foreach (var (id, _, _) in world.Conversations)
        {
            yield return $"/api/conversations/{id.Value}/entries";
            yield return $"/api/conversations/{id.Value}/taggable?sign=%23&typed=secret";
        }

        foreach (var id in world.Entries)
            yield return $"/api/entries/{id}";
        foreach (var id in world.Tasks)
            yield return $"/api/tasks/{id}";
        yield return "/api/sheets";
        foreach (var id in world.Sheets)
        foreach (
            var part in new[]
            {
                "",
                "?revision=1",
                "?revision=2",
                "?revision=3",
                "/file?revision=1",
                "/file?revision=2",
                "/file?revision=3",
                "/changes?from=1&to=3",
            }
        )
            yield return $"/api/sheets/{id}{part}";
    }

    private static async Task<HubConnection> Listen(RunningServer server, Visitor visitor, List<string> heard)
    {
        var connection = new HubConnectionBuilder()
            .WithUrl(new Uri(server.Address, "/live"), o => o.Headers["Cookie"] = visitor.Cookie)
            .Build();
        foreach (var message in new[] { "change", "present" })
            connection.On<JsonElement>(
                message,
                m =>
                {
                    lock (heard)
                        heard.Add(m.GetRawText());
                }
            );
        await connection.StartAsync();
        return connection;
    }

    [GeneratedRegex("secret[0-9]+x[0-9]+z")]
    private static partial Regex SecretWord();
}
