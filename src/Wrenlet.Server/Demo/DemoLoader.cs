using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using MimeKit;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Formats.Conversations;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Sheets;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Demo;

/// <summary>
/// Fills a new database with the scenario, through the same posting, intake and task making as real input, in the order
/// of time.
/// Its dates are moved by whole days so that the scenario's present falls on today, or the coming working day; a clock
/// that
/// stands still at a time of its own leaves them as they are written.
/// </summary>
internal sealed partial class DemoLoader(
    Settings settings,
    WriteQueue writes,
    WhoIsWho who,
    FirmClock clock,
    Posting posting,
    Intake intake,
    TaskMaking making,
    SheetMaking sheets,
    FileKeeper keeper,
    Routers routers,
    TellsOfQueues queues,
    DemoLife life,
    DemoTemplates templates,
    DemoRules rules,
    FirmKinds kinds,
    DemoWords words
)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);
    private static readonly int[] StepsGiven = [5, 4, 5, 5, 4, 3, 5, 4, 2, 5];
    private readonly Dictionary<string, string> _lastMail = [];
    private readonly DemoWords _words = words;
    private readonly Random _luck = new(1042);

    /// <summary>Loads everything.</summary>
    /// <exception cref="StartException">A file of the scenario is missing or cannot be read.</exception>
    public async Task Load()
    {
        try
        {
            var firm = Read<FirmFile>("firm.json");
            var stock = Read<Stock>("generated.json");
            var present = LocalDateTimePattern.GeneralIso.Parse(firm.Present + ":00").Value;
            var zone = DateTimeZoneProviders.Tzdb[firm.Zone];
            var offset = Move(present, zone);
            await AddFirm(firm, stock, offset);
            var roster = who.Refresh();
            await AddKinds(firm);

            var written = Directory
                .EnumerateFiles(Path.Combine(settings.DemoFolder, "stories"), "*.md")
                .Order(StringComparer.Ordinal)
                .Select(f => StoryFile.Read(Path.GetFileName(f), File.ReadAllText(f)));
            var calendar = new WorkCalendar(
                zone,
                roster.Firm!.Calendar.Week,
                firm.Holidays.Select(h => LocalDatePattern.Iso.Parse(h.Date).Value)
            );
            var stories = new StoryGenerator(stock, kinds.Current, calendar, present)
                .Stories()
                .Concat(written)
                .ToList();
            await Tell(stories);
            await life.Live(
                Read<LifeFile>("everything.json"),
                file => File.ReadAllText(Path.Combine(settings.DemoFolder, file))
            );
            await templates.Add(firm, Moved(present));
            await writes.Run(w =>
                DemoRotas.Put(w, Read<RotaFile[]>("rotas.json"), _words, posting, who.Current, Moved(present))
            );
            await writes.Run(w =>
                DemoDiscussions.Put(w, Read<DiscussionFile[]>("discussions.json"), posting, who.Current, Moved(present))
            );
            await writes.Run(w => DemoCards.Put(w, Read<CardFile[]>("customers.json"), who.Current));
            await rules.Add(Read<RuleFile[]>("rules.json"), Moved(present));
            who.Refresh();
            await Settle(present);
            await queues.Settle(Moved(present));
            await Learn(stories, firm.RatingWords);
            routers.Forget();
        }
        catch (Exception wrong) when (wrong is IOException or JsonException or FormatException)
        {
            throw new StartException(
                $"the demo scenario in {settings.DemoFolder} cannot be read: {wrong.Message}",
                wrong
            );
        }
    }

    /// <summary>
    /// Days by which the scenario is moved, and how far the firm's clock then runs ahead of the machine's.
    /// </summary>
    private TimeSpan Move(LocalDateTime present, DateTimeZone zone)
    {
        if (clock.StandsStill)
            return TimeSpan.Zero;
        var now = SystemClock.Instance.GetCurrentInstant();
        var day = now.InZone(zone).Date;
        while (day.DayOfWeek is IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday)
            day = day.PlusDays(1);
        _words.Days = Period.DaysBetween(present.Date, day);
        return (zone.AtLeniently(day + present.TimeOfDay).ToInstant() - now).ToTimeSpan();
    }

    private T Read<T>(string file) =>
        JsonSerializer.Deserialize<T>(File.ReadAllText(Path.Combine(settings.DemoFolder, file)), Json)
        ?? throw new JsonException($"{file} is empty.");

    private async Task AddFirm(FirmFile firm, Stock stock, TimeSpan offset) =>
        await writes.Run(w =>
        {
            var s = w.Session;
            foreach (var calendar in firm.Calendars)
            {
                var weekdays = WorkWeek.Days(
                    IsoDayOfWeek.Monday,
                    IsoDayOfWeek.Friday,
                    DemoWords.Hours($"{calendar.Start}-{calendar.End}")
                );
                var shifts = Enumerable
                    .Range(1, 5)
                    .SelectMany(d => weekdays[(IsoDayOfWeek)d].Select(x => KeyValuePair.Create((IsoDayOfWeek)d, x)));
                if (calendar.Saturday is { } saturday)
                    shifts = shifts.Append(KeyValuePair.Create(IsoDayOfWeek.Saturday, DemoWords.Hours(saturday)));
                PeopleStore.AddCalendar(s, calendar.Name, new WorkWeek(shifts));
            }

            foreach (var holiday in firm.Holidays)
                PeopleStore.AddHoliday(
                    s,
                    LocalDatePattern.Iso.Parse(holiday.Date).Value.PlusDays(_words.Days),
                    holiday.Name
                );
            PeopleStore.AddFirm(
                s,
                firm.Name,
                firm.Zone,
                firm.Address,
                dayFirst: true,
                firm.Calendars[0].Name,
                demo: true,
                offset
            );
            PeopleStore.SetFirm(s, PeopleStore.Load(s).Firm! with { Country = firm.Country }, firm.Zone);
            foreach (var reply in firm.StockReplies)
                StockStore.Put(s, new StockReply(DemoWords.Id("stock " + reply.Name), null, reply.Name, reply.Body, 1));
            foreach (var crew in firm.Crews)
                PeopleStore.AddCrew(s, new CrewId(DemoWords.Id("crew " + crew)), crew);
            var hash = Passwords.Hash(firm.Password);
            foreach (var p in firm.Staff)
                PeopleStore.AddPerson(
                    s,
                    new Person(
                        new PersonId(DemoWords.Id(p.Name)),
                        p.Name,
                        Role.Starting.First(r => r.Name == p.Role),
                        null,
                        [.. p.Crews.Select(c => new CrewId(DemoWords.Id("crew " + c)))]
                    ),
                    $"{p.Name.Split(' ')[0].ToLowerInvariant()}@{firm.Address.Split('@')[1]}",
                    p.Purpose,
                    hash
                );
            var named = firm.Parties.Select(p => p.Name).ToHashSet();
            foreach (
                var party in firm.Parties.Concat(
                    stock.Customers.Where(c => !named.Contains(c)).Select(c => new PartyFile(c, "customer", null, null))
                )
            )
            {
                var id = new PartyId(DemoWords.Id("party " + party.Name));
                PeopleStore.AddParty(s, id, party.Name, StoredWords.PartyKinds.Parse(party.Kind)!.Value);
                foreach (var contact in party.Contacts ?? [party.Name])
                {
                    PeopleStore.AddPerson(
                        s,
                        new Person(new PersonId(DemoWords.Id(contact)), contact, null, id, []),
                        DemoWords.AddressOf(contact),
                        "",
                        null
                    );
                    PeopleStore.SetContact(
                        s,
                        new PersonId(DemoWords.Id(contact)),
                        contact,
                        DemoWords.AddressOf(contact),
                        "en",
                        (party.Phones ?? []).Select(p => new Reach(true, p, "mobile"))
                    );
                }
            }

            foreach (var queue in firm.Queues)
                PeopleStore.AddQueue(
                    s,
                    DemoWords.Id("queue " + queue.Name),
                    queue.Name,
                    queue.Site,
                    new CrewId(DemoWords.Id("crew " + queue.Crew)),
                    firm.Calendars.First(c => c.Name == queue.Site).Name,
                    new ResponseGoal(
                        Duration.FromMinutes(queue.FirstMinutes),
                        Duration.FromMinutes(queue.LaterMinutes)
                    ),
                    HandoverRule.Crew,
                    queue.Unsorted
                );
        });

    /// <summary>Plays all stories in the order of time; a docket is made just before its first word.</summary>
    private async Task Tell(List<Story> stories)
    {
        var events = stories
            .SelectMany(s => s.Entries.Select(e => (Story: s, Said: e)))
            .OrderBy(e => e.Said.At)
            .ToList();
        var begun = new Dictionary<Story, DocketId>();
        foreach (var (story, said) in events)
        {
            if (story.Ref is not null && !begun.ContainsKey(story))
                begun[story] = await Begin(story);
            await Say(story, said);
        }

        foreach (var (story, docket) in begun)
        {
            var kind = kinds.Current.KindOf(story.Ref!.Value);
            var stage = kind.Stages.FirstOrDefault(s => s.Name == story.Stage) ?? kind.First;
            await writes.Run(w =>
            {
                DocketStore.SetStage(w.Session, docket, stage.Id, !story.Closed);
                foreach (var line in story.Fields)
                    DemoKinds.Fill(w.Session, docket, kind, line);
            });
        }
    }

    private Task<DocketId> Begin(Story story) =>
        writes.Run(w =>
        {
            var id = new DocketId(Guid.CreateVersion7());
            var kind = kinds.Current.KindOf(story.Ref!.Value);
            var made = Moved(story.Entries[0].At);
            var owner = new PersonId(DemoWords.Id(story.Owner));
            DocketStore.Add(
                w.Session,
                new Docket(
                    0,
                    id,
                    kind.Id,
                    story.Ref!.Value,
                    story.Subject,
                    story.Site,
                    owner,
                    kind.First.Id,
                    story.Priority,
                    true,
                    DocketSight.Open
                ),
                made,
                owner
            );
            MilestoneStore.Set(
                w.Session,
                id,
                [
                    .. story.Milestones.Select(m => new Milestone(
                        m.Name,
                        Moved(m.At),
                        kind.Milestones.FirstOrDefault(k => k.Name == m.Name)?.Id,
                        story.Customer is { } promised ? new PartyId(DemoWords.Id("party " + promised)) : null
                    )),
                ],
                owner,
                made
            );
            ConversationStore.Add(
                w.Session,
                DemoWords.ConversationOf(story, "inside"),
                Audience.Inside,
                id,
                null,
                null,
                null,
                null,
                story.Subject
            );
            foreach (var party in new[] { story.Customer, story.Partner }.OfType<string>())
                ConversationStore.Add(
                    w.Session,
                    DemoWords.ConversationOf(story, party),
                    Audience.Outside,
                    id,
                    new PartyId(DemoWords.Id("party " + party)),
                    null,
                    DemoWords.Id("queue " + story.Queue),
                    owner,
                    story.Subject
                );
            w.Log(
                new Change(
                    ChangeKinds.DocketChanged,
                    id.Value,
                    new Place.Inside(DocketSight.Open),
                    Thing.Working,
                    made,
                    owner,
                    id
                )
            );
            return id;
        });

    private async Task Say(Story story, Said said)
    {
        var at = Moved(said.At);
        var body = _words.Worded(said.Body);
        var staff = who.Current.Find(new PersonId(DemoWords.Id(said.Author))) is { IsStaff: true } known ? known : null;
        if (staff is null)
        {
            await Write(story, said, body, at);
            return;
        }

        var entry = new EntryId(Guid.CreateVersion7());
        var place =
            said.Lane == "inside"
                ? DemoWords.ConversationOf(story, "inside")
                : DemoWords.ConversationOf(story, said.To ?? story.Customer!);
        var posted = await posting.Post(
            entry,
            place,
            staff,
            new Saying(
                said.Lane == "inside" ? _words.Tagged(body) : body,
                said.Close,
                Files: said.File is { } file ? [new Attachment(await Attached(file, staff, at), file.Caption)] : null,
                Knowing: true,
                AtOnce: true,
                Brings:
                [
                    .. said.Ask is { } asked ? [new BroughtAsk(Asked(asked))] : Array.Empty<IBrought>(),
                    .. said.Meeting is { } meeting ? [new BroughtMeeting(Met(meeting))] : Array.Empty<IBrought>(),
                ]
            ),
            at
        );
        if (posted.Refusal is { } refusal)
            throw new FormatException($"{story.Ref}, {said.At}: {refusal.Reason}");
        if (posted.Entry!.Via is Via.Mail)
            _lastMail[DemoWords.MailKey(story, said.To ?? story.Customer!)] = OutgoingMail.MessageIdOf(
                entry.Value,
                who.Current.Firm!.Address
            );
        foreach (var task in said.Tasks)
            await Promise(story, task, posted.Entry!, staff, at);
        foreach (var sheet in said.Sheets ?? [])
            await Draw(story, sheet, at);
    }

    /// <summary>A file of the scenario, as if it had been uploaded just before.</summary>
    private async Task<Guid> Attached(ToldFile told, Person by, Instant at)
    {
        var file = keeper.Keep(
            DemoWords.Id($"file {told.File}"),
            File.ReadAllBytes(Path.Combine(settings.DemoFolder, "sheets", told.File)),
            told.File,
            "image/png",
            by.Id,
            at
        );
        await writes.Run(w => FileStore.Add(w.Session, file));
        return file.Id;
    }

    /// <summary>A party's or stranger's mail, taken in as real mail is.</summary>
    private async Task Write(Story story, Said said, string body, Instant at)
    {
        var stranger = StrangerForm().Match(said.Author);
        var name = stranger.Success ? stranger.Groups[1].Value : said.Author;
        if (who.Current.Parties.TryGetValue(new PartyId(DemoWords.Id("party " + name)), out var firm))
            name = who.Current.NameOf(firm.Contacts[0]);
        if (said.ByText)
        {
            await intake.TakeText(
                $"{Guid.CreateVersion7():N}",
                who.Current.Profiles[new PersonId(DemoWords.Id(name))].Phones.First(),
                body,
                at
            );
            return;
        }

        var party = who.Current.Find(new PersonId(DemoWords.Id(name)))?.Party is { } p
            ? who.Current.Parties[p].Name
            : name;
        var mail = new MimeMessage
        {
            Subject = said.MailSubject ?? story.Subject,
            Date = at.ToDateTimeOffset(),
            MessageId = $"{Guid.CreateVersion7():N}@post.example",
        };
        mail.From.Add(
            new MailboxAddress(name, stranger.Success ? stranger.Groups[2].Value : DemoWords.AddressOf(name))
        );
        mail.To.Add(new MailboxAddress(who.Current.Firm!.Name, who.Current.Firm.Address));
        mail.Body = new TextPart("plain") { Text = body };
        if (_lastMail.TryGetValue(DemoWords.MailKey(story, party), out var before))
        {
            mail.InReplyTo = before;
            mail.References.Add(before);
        }

        _lastMail[DemoWords.MailKey(story, party)] = mail.MessageId;
        using var memory = new MemoryStream();
        await mail.WriteToAsync(memory);
        await intake.Take(memory.ToArray(), at, original: false);
    }

    private Task<DocketBrief> DocketOf(Story story) =>
        writes.Run(w =>
        {
            var docket = DocketStore.Find(w.Session, story.Ref!.Value)!;
            return docket.Brief;
        });

    /// <summary>What lies more than a day back has left and been read long ago.</summary>
    private Task Settle(LocalDateTime present) =>
        writes.Run(w =>
        {
            var yesterday = Moved(present.PlusDays(-1));
            TaskStore.SettleReminders(w.Session, Moved(present));
            w.Session.Run(
                "DELETE FROM outbox WHERE entry IN (SELECT id FROM entry WHERE at < $then)",
                ("then", yesterday)
            );
            foreach (var person in who.Current.Staff)
            {
                AlertStore.Mark(w.Session, person.Id, null, yesterday);
                w.Session.Run(
                    "UPDATE alert SET read = NULL WHERE person = (SELECT id FROM person WHERE uid = $person) AND at "
                        + ">= $then AND reason <> 'following'",
                    ("person", person.Id.Value),
                    ("then", Moved(present.PlusHours(-18)))
                );
            }
        });

    private Instant Moved(LocalDateTime local) => who.Current.Firm!.Calendar.FirstMoment(local.PlusDays(_words.Days));

    [GeneratedRegex("^(.+) <(.+)>$")]
    private static partial Regex StrangerForm();
}
