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
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tests.Access;

/// <summary>Builds the yards.</summary>
public partial class RandomYardTests
{
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
                OfAnyRights(s, world),
                OfAnyRights(s, world),
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
        foreach (var kind in YardKinds.All)
            KindStore.Put(s, kind);
        for (var i = 1; i <= Dockets; i++)
            AddDocket(w, world, i, crews, parties, queue);
    }

    /// <summary>A role of the firm's own with rights made at random.</summary>
    private static Role OfAnyRights(SqlSession s, World world)
    {
        var id = Guid.CreateVersion7();
        var role = new Role(
            new RoleId(id),
            $"role {id:N}",
            [.. Enum.GetValues<Right>().Where(_ => world.Random.Next(2) == 0)]
        );
        RoleStore.Put(s, role);
        return role;
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
        LinkStore.Add(
            s,
            PartyLink.For(person.Id, null, LinkWay.Copied, SmallYard.Now, 3650),
            Sessions.Hash(world.Links[person.Id])
        );
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
        var kind = YardKinds.All[world.Random.Next(3)];
        var reference = new DocketRef(kind.Numbering.Letters, number);
        world.Made.Add((reference, listed));
        var owner = staff[world.Random.Next(staff.Count)].Id;
        DocketStore.Add(
            w.Session,
            new Docket(
                0,
                id,
                kind.Id,
                reference,
                "Boat: " + world.NewWord(listed, null, true),
                "Upper Yard",
                owner,
                kind.First.Id,
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
        Discuss(w, world, docket, listed, id, world.Random.Next(1, 4), null, sees: false, by);
        // With a party that sees it, or saw it once and does not any more.
        Discuss(w, world, docket, listed, id, Math.Max(1, shared), party, sees: shared > 0, by);
    }

    /// <summary>Something said at a place of a sheet: inside, or with a party.</summary>
    private static void Discuss(
        Writing w,
        World world,
        DocketId docket,
        HashSet<Guid>? listed,
        SheetId sheet,
        int revision,
        PartyId? party,
        bool sees,
        PersonId by
    )
    {
        var id = new DiscussionId(Guid.CreateVersion7());
        var talk = new ConversationId(Guid.CreateVersion7());
        DiscussionStore.AddOfSheet(w.Session, id, sheet, by, SmallYard.Now);
        ConversationStore.AddOfDiscussion(w.Session, talk, id.Value, docket, party, "A sheet");
        DiscussionStore.Put(w.Session, id, new(revision, new Anchor.Whole()), by, SmallYard.Now);
        world.Discussions.Add((id.Value, talk.Value));
        var words = "Here stands " + world.NewWord(listed, sees ? party?.Value : null, !sees);
        var conversation = ConversationStore.Find(w.Session, talk)!;
        var entry = new EntryId(Guid.CreateVersion7());
        world.Entries.Add(entry.Value);
        var key = EntryStore.Add(
            w.Session,
            conversation,
            new Entry(
                0,
                entry,
                talk,
                party is null ? EntryKind.Note : EntryKind.MessageOut,
                party is null ? null : Via.Page,
                by,
                null,
                SmallYard.Now,
                words,
                true,
                $"<p>{words}</p>"
            ),
            words,
            []
        );
        ConversationStore.SetLast(w.Session, conversation.Key, key!.Value);
    }
}
