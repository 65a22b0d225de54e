using System.Collections.Immutable;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>The firm, its hours, staff, crews, parties and queues.</summary>
public static class PeopleStore
{
    /// <summary>Reads the whole roster.</summary>
    public static Roster Load(SqlSession session)
    {
        var roles = RoleStore.All(session);
        var roleOf = roles.ToDictionary(r => r.Id);
        var crewMembers = session.All(
            "SELECT c.uid, p.uid FROM crew_member m JOIN crew c ON c.id = m.crew JOIN person p ON p.id = m.person "
                + "WHERE p.left_at IS NULL ORDER BY p.name",
            r => (Crew: new CrewId(r.GetUid(0)), Person: new PersonId(r.GetUid(1)))
        );
        var crewsOf = crewMembers.ToLookup(m => m.Person, m => m.Crew);
        var reaches = session
            .All(
                "SELECT p.uid, r.kind, r.value, r.label FROM reach r JOIN person p ON p.id = r.person ORDER BY r.kind DESC, r.value",
                r =>
                    (
                        Person: new PersonId(r.GetUid(0)),
                        Reach: new Reach(r.GetString(1) == "phone", r.GetString(2), r.GetString(3))
                    )
            )
            .ToLookup(r => r.Person, r => r.Reach);
        var profiles = session.All(
            """
            SELECT p.uid, p.name, r.uid, y.uid, p.address, p.purpose, p.language, k.name, p.left_at
            FROM person p LEFT JOIN party y ON y.id = p.party LEFT JOIN calendar k ON k.id = p.calendar
              LEFT JOIN role r ON r.id = p.staff_role
            WHERE p.joined_into IS NULL AND p.taken_back IS NULL
            """,
            r =>
            {
                var id = new PersonId(r.GetUid(0));
                var role = r.GetUidOrNull(2) is { } known ? roleOf[new RoleId(known)] : null;
                var left = r.GetMomentOrNull(8);
                PartyId? party = r.GetUidOrNull(3) is { } uid ? new PartyId(uid) : null;
                return new Profile(
                    new Person(
                        id,
                        r.GetString(1),
                        left is null ? role : null,
                        party,
                        role is null ? [] : [.. crewsOf[id]]
                    ),
                    r.GetTextOrNull(4),
                    r.GetString(5),
                    r.GetString(6),
                    r.GetTextOrNull(7),
                    reaches.Contains(id) ? [.. reaches[id]] : [],
                    left,
                    left is null ? null : role
                );
            }
        );
        var joined = session.All(
            "SELECT p.uid, k.uid FROM person p JOIN person k ON k.id = p.joined_into",
            r => (Gone: new PersonId(r.GetUid(0)), Kept: new PersonId(r.GetUid(1)))
        );
        var membersOf = crewMembers.ToLookup(m => m.Crew, m => m.Person);
        var crews = session.All(
            "SELECT uid, name, retired FROM crew",
            r => new Crew(
                new CrewId(r.GetUid(0)),
                r.GetString(1),
                [.. membersOf[new CrewId(r.GetUid(0))]],
                r.GetBoolean(2)
            )
        );
        var contactsOf = profiles
            .Where(p => p.Person.Party is not null)
            .ToLookup(p => p.Person.Party!.Value, p => p.Person.Id);
        var parties = session.All(
            "SELECT uid, name, kind, prefers FROM party WHERE merged_into IS NULL AND taken_back IS NULL",
            r => new Party(
                new PartyId(r.GetUid(0)),
                r.GetString(1),
                StoredWords.PartyKinds.Read(r.GetString(2)),
                [.. contactsOf[new PartyId(r.GetUid(0))]],
                r.GetTextOrNull(3) is { } prefers ? StoredWords.ReachedBys.Read(prefers) : null
            )
        );

        var zone = session.First("SELECT zone FROM firm", r => r.GetString(0));
        var calendars = zone is null ? [] : Calendars(session, DateTimeZoneProviders.Tzdb[zone]);
        var firm = session.First(
            "SELECT f.name, f.address, f.day_first, c.name, f.demo, f.clock_offset_ms, f.country, "
                + "f.router_threshold, f.stand_ins, f.link_days, f.signature, f.log_days, f.tells_when "
                + "FROM firm f JOIN calendar c ON c.id = f.calendar",
            r => new Firm(
                r.GetString(0),
                r.GetString(1),
                r.GetBoolean(2),
                calendars[r.GetString(3)],
                r.GetBoolean(4),
                TimeSpan.FromMilliseconds(r.GetInt64(5)),
                r.GetString(6),
                r.GetDouble(7),
                r.GetString(3),
                r.GetBoolean(8),
                r.GetInt32(9),
                r.GetString(10),
                r.GetInt32(11),
                r.GetBoolean(12)
            )
        );
        var queues = session.All(
            """
            SELECT q.uid, q.name, q.site, c.uid, k.name, q.first_minutes, q.later_minutes, q.handover, q.unsorted,
              l.uid, q.retired, q.address
            FROM queue q JOIN calendar k ON k.id = q.calendar LEFT JOIN crew c ON c.id = q.crew
              LEFT JOIN person l ON l.id = q.late_to
            """,
            r => new Queue(
                r.GetUid(0),
                r.GetString(1),
                r.GetString(2),
                r.GetUidOrNull(3) is { } crew ? new CrewId(crew) : null,
                calendars[r.GetString(4)],
                new ResponseGoal(Duration.FromMinutes(r.GetInt64(5)), Duration.FromMinutes(r.GetInt64(6))),
                StoredWords.Handovers.Read(r.GetString(7)),
                r.GetBoolean(8),
                r.GetString(4),
                r.GetUidOrNull(9) is { } late ? new PersonId(late) : null,
                r.GetBoolean(10),
                r.GetTextOrNull(11)
            )
        );
        return new Roster(firm, profiles, crews, parties, calendars, queues, roles, joined);
    }

    /// <summary>One contact of a party, read by itself; null where there is none.</summary>
    public static Profile? Contact(SqlSession session, PersonId id) =>
        session.First(
            """
            SELECT p.name, y.uid, p.address, p.purpose, p.language FROM person p JOIN party y ON y.id = p.party
            WHERE p.uid = $uid AND p.joined_into IS NULL AND p.taken_back IS NULL
            """,
            r => new Profile(
                new Person(id, r.GetString(0), null, new PartyId(r.GetUid(1)), []),
                r.GetTextOrNull(2),
                r.GetString(3),
                r.GetString(4),
                Reaches:
                [
                    .. session.All(
                        "SELECT kind, value, label FROM reach WHERE person = (SELECT id FROM person WHERE uid = $uid) "
                            + "ORDER BY kind DESC, value",
                        v => new Reach(v.GetString(0) == "phone", v.GetString(1), v.GetString(2)),
                        ("uid", id.Value)
                    ),
                ]
            ),
            ("uid", id.Value)
        );

    /// <summary>Whether somebody is there and has not left, been joined to another, or been taken back.</summary>
    public static bool IsAmongUs(SqlSession session, PersonId person) =>
        session.Number(
            "SELECT 1 FROM person WHERE uid = $uid AND left_at IS NULL AND joined_into IS NULL AND taken_back IS NULL",
            ("uid", person.Value)
        )
            is not null;

    /// <summary>One party, read by itself and without its people; null where there is none.</summary>
    public static Party? Party(SqlSession session, PartyId id) =>
        session.First(
            "SELECT name, kind FROM party WHERE uid = $uid AND merged_into IS NULL AND taken_back IS NULL",
            r => new Party(id, r.GetString(0), StoredWords.PartyKinds.Read(r.GetString(1)), []),
            ("uid", id.Value)
        );

    /// <summary>Adds a working time; the holidays are the firm's.</summary>
    public static void AddCalendar(SqlSession session, string name, WorkWeek week)
    {
        session.Run("INSERT INTO calendar (name) VALUES ($name)", ("name", name));
        AddShifts(session, name, week);
    }

    public static void AddHoliday(SqlSession session, LocalDate date, string name) =>
        session.Run(
            "INSERT INTO holiday (date, name) VALUES ($date, $name) ON CONFLICT DO NOTHING",
            ("date", LocalDatePattern.Iso.Format(date)),
            ("name", name)
        );

    public static void AddFirm(
        SqlSession session,
        string name,
        string zone,
        string address,
        bool dayFirst,
        string calendar,
        bool demo,
        TimeSpan clockOffset
    ) =>
        session.Run(
            "INSERT INTO firm (id, name, zone, address, day_first, calendar, demo, clock_offset_ms) VALUES (1, $name, "
                + "$zone, $address, $day, (SELECT id FROM calendar WHERE name = $calendar), $demo, $offset)",
            ("name", name),
            ("zone", zone),
            ("address", address),
            ("day", dayFirst),
            ("calendar", calendar),
            ("demo", demo),
            ("offset", (long)clockOffset.TotalMilliseconds)
        );

    public static void AddParty(SqlSession session, PartyId id, string name, PartyKind kind) =>
        session.Run(
            "INSERT INTO party (uid, name, kind) VALUES ($uid, $name, $kind)",
            ("uid", id.Value),
            ("name", name),
            ("kind", StoredWords.PartyKinds.Of(kind))
        );

    public static void AddCrew(SqlSession session, CrewId id, string name) =>
        session.Run("INSERT INTO crew (uid, name) VALUES ($uid, $name)", ("uid", id.Value), ("name", name));

    public static void AddPerson(
        SqlSession session,
        Person person,
        string? address,
        string purpose,
        string? passwordHash
    )
    {
        session.Run(
            "INSERT INTO person (uid, name, role, staff_role, party, address, purpose, password_hash) VALUES ($uid, $name, "
                + "iif($role IS NULL, NULL, 'member'), (SELECT id FROM role WHERE uid = $role), "
                + "(SELECT id FROM party WHERE uid = $party), $address, $purpose, $hash)",
            ("uid", person.Id.Value),
            ("name", person.Name),
            ("role", person.Role?.Id.Value),
            ("party", person.Party?.Value),
            ("address", address),
            ("purpose", purpose),
            ("hash", passwordHash)
        );
        AddCrews(session, person);
    }

    public static void AddQueue(
        SqlSession session,
        Guid id,
        string name,
        string site,
        CrewId? crew,
        string calendar,
        ResponseGoal goal,
        HandoverRule handover,
        bool unsorted
    ) =>
        session.Run(
            """
            INSERT INTO queue (uid, name, site, crew, calendar, first_minutes, later_minutes, handover, unsorted)
            VALUES ($uid, $name, $site, (SELECT id FROM crew WHERE uid = $crew),
              (SELECT id FROM calendar WHERE name = $calendar), $first, $later, $handover, $unsorted)
            """,
            ("uid", id),
            ("name", name),
            ("site", site),
            ("crew", crew?.Value),
            ("calendar", calendar),
            ("first", (long)goal.FirstReply.TotalMinutes),
            ("later", (long)goal.LaterReply.TotalMinutes),
            ("handover", StoredWords.Handovers.Of(handover)),
            ("unsorted", unsorted)
        );

    /// <summary>Changes a queue; takes effect on every clock at once, because clocks are computed.</summary>
    public static void SetQueue(SqlSession session, Queue queue) =>
        session.Run(
            """
            UPDATE queue SET name = $name, site = $site, crew = (SELECT id FROM crew WHERE uid = $crew),
              calendar = (SELECT id FROM calendar WHERE name = $calendar),
              first_minutes = $first, later_minutes = $later, handover = $handover,
              late_to = (SELECT id FROM person WHERE uid = $late), retired = $retired, address = $address WHERE uid = $uid
            """,
            ("address", queue.Address),
            ("name", queue.Name),
            ("site", queue.Site),
            ("crew", queue.Crew?.Value),
            ("calendar", queue.CalendarName),
            ("first", (long)queue.Goal.FirstReply.TotalMinutes),
            ("later", (long)queue.Goal.LaterReply.TotalMinutes),
            ("handover", StoredWords.Handovers.Of(queue.Handover)),
            ("late", queue.LateTo?.Value),
            ("retired", queue.Retired),
            ("uid", queue.Id)
        );

    /// <summary>Sets a working time's hours, making it when there is none of that name.</summary>
    public static void SetCalendar(SqlSession session, string name, WorkWeek week)
    {
        session.Run(
            "DELETE FROM calendar_shift WHERE calendar = (SELECT id FROM calendar WHERE name = $name)",
            ("name", name)
        );
        session.Run("INSERT INTO calendar (name) VALUES ($name) ON CONFLICT DO NOTHING", ("name", name));
        AddShifts(session, name, week);
    }

    /// <summary>Holidays in the order of time.</summary>
    public static List<(LocalDate Date, string Name)> Holidays(SqlSession session) =>
        session.All(
            "SELECT date, name FROM holiday ORDER BY date",
            r => (LocalDatePattern.Iso.Parse(r.GetString(0)).Value, r.GetString(1))
        );

    public static void RemoveHoliday(SqlSession session, LocalDate date) =>
        session.Run("DELETE FROM holiday WHERE date = $date", ("date", LocalDatePattern.Iso.Format(date)));

    /// <summary>A person's name, whether or not they are still among us; empty for nobody.</summary>
    public static string NameOf(SqlSession session, PersonId person) =>
        session.First("SELECT name FROM person WHERE uid = $id", r => r.GetString(0), ("id", person.Value)) ?? "";

    /// <summary>A party's name; empty for none.</summary>
    public static string NameOf(SqlSession session, PartyId party) =>
        session.First("SELECT name FROM party WHERE uid = $id", r => r.GetString(0), ("id", party.Value)) ?? "";

    /// <summary>Sets what a firm is. Its zone moves no moment: clocks and days are computed from it.</summary>
    /// <param name="zone">IANA name of its time zone.</param>
    public static void SetFirm(SqlSession session, Firm firm, string zone) =>
        session.Run(
            """
            UPDATE firm SET name = $name, address = $address, zone = $zone, day_first = $day, country = $country,
              calendar = (SELECT id FROM calendar WHERE name = $calendar), router_threshold = $threshold,
              stand_ins = $standins, link_days = $links, signature = $signature, log_days = $log, tells_when = $tellsWhen
            """,
            ("name", firm.Name),
            ("address", firm.Address),
            ("zone", zone),
            ("day", firm.DayFirst),
            ("country", firm.Country),
            ("calendar", firm.CalendarName),
            ("threshold", firm.RouterThreshold),
            ("standins", firm.StandIns),
            ("links", firm.LinkDays),
            ("signature", firm.Signature),
            ("log", firm.LogDays),
            ("tellsWhen", firm.TellsWhen)
        );

    /// <summary>Sets what an administrator decides about a member of staff.</summary>
    public static void SetStaff(SqlSession session, Person person, string purpose, string? calendar)
    {
        session.Run(
            "UPDATE person SET name = $name, staff_role = (SELECT id FROM role WHERE uid = $role), purpose = $purpose, "
                + "calendar = (SELECT id FROM calendar "
                + "WHERE name = $calendar) WHERE uid = $uid",
            ("name", person.Name),
            ("role", person.Role!.Id.Value),
            ("purpose", purpose),
            ("calendar", calendar),
            ("uid", person.Id.Value)
        );
        session.Run(
            "DELETE FROM crew_member WHERE person = (SELECT id FROM person WHERE uid = $uid)",
            ("uid", person.Id.Value)
        );
        AddCrews(session, person);
    }

    /// <summary>Sets the address by which somebody signs in.</summary>
    public static void SetAddress(SqlSession session, PersonId person, string address) =>
        session.Run(
            "UPDATE person SET address = $address WHERE uid = $uid",
            ("address", address),
            ("uid", person.Value)
        );

    /// <summary>Says from when on somebody works here no more; null when they do again.</summary>
    public static void SetLeft(SqlSession session, PersonId person, Instant? at) =>
        session.Run(
            "UPDATE person SET left_at = $at WHERE uid = $uid AND role IS NOT NULL",
            ("at", at),
            ("uid", person.Value)
        );

    /// <summary>Sets somebody's password; null for none, so that they cannot sign in.</summary>
    public static void SetPassword(SqlSession session, PersonId person, string? passwordHash) =>
        session.Run(
            "UPDATE person SET password_hash = $hash WHERE uid = $uid",
            ("hash", passwordHash),
            ("uid", person.Value)
        );

    /// <summary>Changes what a crew is called, and whether it is chosen any more.</summary>
    public static void SetCrew(SqlSession session, CrewId crew, string name, bool retired) =>
        session.Run(
            "UPDATE crew SET name = $name, retired = $retired WHERE uid = $uid",
            ("name", name),
            ("retired", retired),
            ("uid", crew.Value)
        );

    public static void SetParty(SqlSession session, PartyId id, string name, PartyKind kind) =>
        session.Run(
            "UPDATE party SET name = $name, kind = $kind WHERE uid = $uid",
            ("name", name),
            ("kind", StoredWords.PartyKinds.Of(kind)),
            ("uid", id.Value)
        );

    /// <summary>Sets what is known of a party's contact; the ways to reach them are replaced.</summary>
    /// <param name="purpose">What they are there for, in a few words; null to leave that as it is.</param>
    public static void SetContact(
        SqlSession session,
        PersonId id,
        string name,
        string? address,
        string language,
        IEnumerable<Reach> reaches,
        string? purpose = null
    )
    {
        session.Run(
            "UPDATE person SET name = $name, address = $address, language = $language, "
                + "purpose = coalesce($purpose, purpose) WHERE uid = $uid",
            ("name", name),
            ("address", address),
            ("language", language),
            ("purpose", purpose),
            ("uid", id.Value)
        );
        session.Run("DELETE FROM reach WHERE person = (SELECT id FROM person WHERE uid = $uid)", ("uid", id.Value));
        foreach (var reach in reaches)
            session.Run(
                "INSERT INTO reach (kind, value, person, label) VALUES ($kind, $value, (SELECT id FROM person WHERE uid = $uid), $label)",
                ("kind", reach.IsPhone ? "phone" : "mail"),
                ("value", reach.Value),
                ("uid", id.Value),
                ("label", reach.Label)
            );
    }

    private static void AddCrews(SqlSession session, Person person)
    {
        foreach (var crew in person.Crews)
            session.Run(
                "INSERT INTO crew_member (crew, person) SELECT c.id, p.id FROM crew c, person p WHERE c.uid = $crew AND p.uid = $person",
                ("crew", crew.Value),
                ("person", person.Id.Value)
            );
    }

    private static void AddShifts(SqlSession session, string name, WorkWeek week)
    {
        for (var day = IsoDayOfWeek.Monday; day <= IsoDayOfWeek.Sunday; day++)
            foreach (var shift in week[day])
                session.Run(
                    "INSERT INTO calendar_shift (calendar, weekday, start_minute, end_minute) VALUES ((SELECT id FROM "
                        + "calendar WHERE name = $name), $day, $start, $end)",
                    ("name", name),
                    ("day", (int)day),
                    ("start", MinuteOf(shift.Start)),
                    ("end", shift.EndsAtMidnight ? 1440 : MinuteOf(shift.End))
                );
    }

    private static Dictionary<string, WorkCalendar> Calendars(SqlSession session, DateTimeZone zone)
    {
        var holidays = session.All("SELECT date FROM holiday", r => LocalDatePattern.Iso.Parse(r.GetString(0)).Value);
        return session
            .All(
                "SELECT c.name, s.weekday, s.start_minute, s.end_minute FROM calendar c JOIN calendar_shift s ON s.calendar = c.id",
                r =>
                    (
                        Name: r.GetString(0),
                        Shift: KeyValuePair.Create(
                            (IsoDayOfWeek)r.GetInt32(1),
                            new Shift(TimeOf(r.GetInt32(2)), TimeOf(r.GetInt32(3)))
                        )
                    )
            )
            .GroupBy(s => s.Name, s => s.Shift)
            .ToDictionary(c => c.Key, c => new WorkCalendar(zone, new WorkWeek(c), holidays));
    }

    private static int MinuteOf(LocalTime time) => (time.Hour * 60) + time.Minute;

    private static LocalTime TimeOf(int minute) => LocalTime.FromMinutesSinceMidnight(minute % 1440);
}
