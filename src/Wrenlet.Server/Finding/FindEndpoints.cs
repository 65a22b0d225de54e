using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Finding;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Finding;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Finding;

/// <summary>Something found.</summary>
/// <param name="Kind">docket, sheet, task, person, thing, file or entry.</param>
/// <param name="Path">Where it is in the application.</param>
/// <param name="Text">What it is called, or the part of it that has the words.</param>
/// <param name="Marks">Where the words stand in the text.</param>
/// <param name="Detail">What tells it from others.</param>
public sealed record Hit(string Kind, string Path, string Text, IReadOnlyList<MarkView> Marks, string Detail);

/// <summary>A run of a text, in characters.</summary>
public sealed record MarkView(int Start, int Length);

/// <summary>A way in which a search was narrowed.</summary>
/// <param name="Means">What it was taken for, or what is wrong with it.</param>
public sealed record NarrowingView(string Typed, string Means, bool Understood);

/// <summary>What was found, by kind, the best first; and how the search was narrowed.</summary>
public sealed record FoundView(IReadOnlyList<Hit> Hits, IReadOnlyList<NarrowingView> Narrowings);

internal static class FindEndpoints
{
    private const int Most = 6;
    private const int MostEntries = 30;
    private const int LongestQuery = 300;
    private static readonly Duration LongAgo = Duration.FromDays(60);
    private static readonly Duration Lately = Duration.FromDays(14);

    public static void MapFinding(this IEndpointRouteBuilder api) =>
        api.MapGet("/find", Find).For(Access.Staff).Costly();

    private static Results<Ok<FoundView>, ProblemHttpResult> Find(
        string words,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (words.Length > LongestQuery)
            return Refusals.Invalid("words", $"A search has at most {LongestQuery} characters. Use fewer words.");
        var (roster, me, now) = (who.Current, viewer.Person, clock.Now);
        var calendar = roster.Firm!.Calendar;
        var query = Query.Read(
            words,
            calendar.DateOf(now),
            roster.Profiles.Values.Select(p => p.Person).OrderBy(p => !p.IsStaff)
        );
        var match = SearchStore.Match(query.Words);
        // Who narrows by what only entries have looks for entries only.
        var things = query is { By: null, Since: null, Until: null, Files: false, Audience: null } && match is not null;
        return TypedResults.Ok(
            database.Read(s =>
            {
                var hits = new List<Hit>();
                if (things)
                    hits.AddRange([
                        .. Dockets(s, query, match!, me),
                        .. Sheets(s, query, match!, me, now),
                        .. Tasks(s, query, match!, me, now),
                        .. query is { Docket: null, Open: null } ? People(query, roster) : [],
                        .. query is { Docket: null, Open: null } ? Things(s, query, roster) : [],
                    ]);
                if (match is not null || query.Narrowings.Any(n => n.Understood))
                    hits.AddRange([
                        .. Files(s, query, match, me, roster, now),
                        .. Entries(s, query, match, me, roster, now),
                    ]);
                return new FoundView(
                    hits,
                    [.. query.Narrowings.Select(n => new NarrowingView(n.Typed, n.Means, n.Understood))]
                );
            })
        );
    }

    /// <summary>The best of what was found, by its words, how long ago it was, and how near it is.</summary>
    private static IEnumerable<T> Best<T>(
        IEnumerable<T> found,
        Query query,
        Func<T, (string Text, Duration Age, bool Own)> of
    ) =>
        found
            .Select(f => (Found: f, Of: of(f)))
            .OrderByDescending(f =>
                Ranking.Score(Ranking.Fit(f.Of.Text, query.Words), f.Of.Age, f.Of.Own ? Closeness.Own : Closeness.Seen)
            )
            .Select(f => f.Found)
            .Take(Most);

    /// <summary>Dockets by reference, subject and site; those that are closed as if they were old.</summary>
    private static IEnumerable<Hit> Dockets(SqlSession session, Query query, string match, Person me) =>
        query.Docket is not null
            ? []
            : Best(
                    DocketStore
                        .Matching(session, query.Words, match, 60)
                        .Where(d => me.MaySee(d.Place) && (query.Open is null || d.Open == query.Open)),
                    query,
                    d => ($"{d.Ref} {d.Subject} {d.Site}", d.Open ? Duration.Zero : LongAgo, d.Owner == me.Id)
                )
                .Select(d =>
                    Of("docket", $"/dockets/{d.Ref}", $"{d.Ref} {d.Subject}", query.Words, d.Open ? d.Site : "closed")
                );

    /// <summary>Sheets by their names, and by the words in them; of those the part that has them is shown.</summary>
    private static IEnumerable<Hit> Sheets(SqlSession session, Query query, string match, Person me, Instant now)
    {
        var seen = SheetStore
            .Matching(session, match, 60)
            .Where(k =>
                me.MaySee(k.Sheet.Place)
                && (query.Docket is null || k.Docket.Ref == query.Docket)
                && (query.Open is null || k.Open == query.Open)
            )
            .Select(k => (Kept: k, Newest: SheetStore.Revision(session, k, k.Sheet.Revision)!));
        foreach (
            var (kept, newest) in Best(
                seen,
                query,
                f =>
                    (
                        $"{f.Kept.Sheet.Name} {f.Newest.Words}",
                        now - f.Newest.At,
                        f.Newest.By == me.Id || f.Kept.Docket.Owner == me.Id
                    )
            )
        )
        {
            var named = Of(
                "sheet",
                $"/sheets/{kept.Sheet.Id.Value}",
                kept.Sheet.Name,
                query.Words,
                $"{StoredWords.SheetKinds.Of(kept.Sheet.Kind)} of {kept.Docket.Ref}"
            );
            yield return named.Marks.Count > 0
                ? named
                : Of(
                    "sheet",
                    named.Path,
                    $"{kept.Sheet.Name}: {Excerpt.Of(newest.Words, query.Words, 90).Text}",
                    query.Words,
                    named.Detail
                );
        }
    }

    private static IEnumerable<Hit> Tasks(SqlSession session, Query query, string match, Person me, Instant now) =>
        Best(
                TaskStore
                    .Matching(session, match, 60)
                    .Where(t =>
                        me.MaySee(t.Place, Thing.Working)
                        && (query.Docket is null || t.Docket?.Ref == query.Docket)
                        && (query.Open is null || query.Open == t.State is not (TaskState.Done or TaskState.Dropped))
                    ),
                query,
                t =>
                    (
                        t.Title,
                        now - t.Made,
                        t.MadeBy == me.Id || t.Owners.Any(o => o.Owner is TaskOwner.OfPerson p && p.Person == me.Id)
                    )
            )
            .Select(t =>
                Of(
                    "task",
                    $"/tasks?task={t.Id.Value}",
                    t.Title,
                    query.Words,
                    t.Docket?.Ref.ToString() ?? "a task of your own"
                )
            );

    /// <summary>Staff and contacts by any of their names; parties by theirs.</summary>
    private static IEnumerable<Hit> People(Query query, Roster roster)
    {
        var words = query.Words.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        bool Fits(string name) =>
            words.All(w => name.Split(' ').Any(n => n.StartsWith(w, StringComparison.OrdinalIgnoreCase)));
        var people = roster
            .Profiles.Values.Where(p => Fits(p.Person.Name))
            .OrderBy(p => !p.Person.IsStaff)
            .ThenBy(p => p.Person.Name, StringComparer.Ordinal)
            .Select(p =>
                p.Person.IsStaff
                    ? Of(
                        "person",
                        $"/colleagues/{p.Person.Id.Value}",
                        p.Person.Name,
                        query.Words,
                        p.Purpose.Length > 0 ? p.Purpose : "colleague"
                    )
                    : Of(
                        "person",
                        $"/contacts?party={p.Person.Party!.Value.Value}",
                        p.Person.Name,
                        query.Words,
                        roster.Parties[p.Person.Party!.Value].Name
                    )
            );
        var parties = roster
            .Parties.Values.Where(p => Fits(p.Name) && !p.Contacts.Any(c => roster.NameOf(c) == p.Name))
            .Select(p =>
                Of("person", $"/contacts?party={p.Id.Value}", p.Name, query.Words, StoredWords.PartyKinds.Of(p.Kind))
            );
        return people.Concat(parties).Take(Most);
    }

    /// <summary>What customers have that work is done on, by its number and its name.</summary>
    private static IEnumerable<Hit> Things(SqlSession session, Query query, Roster roster) =>
        PartyCardStore
            .Matching(session, query.Words, Most)
            .Where(t => roster.Parties.ContainsKey(t.Party))
            .Select(t =>
                Of(
                    "thing",
                    $"/contacts?party={t.Party.Value}&thing={t.Id.Value}",
                    t.Shown,
                    query.Words,
                    roster.Parties[t.Party].Name
                )
            );

    private static IEnumerable<Hit> Files(
        SqlSession session,
        Query query,
        string? match,
        Person me,
        Roster roster,
        Instant now
    )
    {
        if (
            match is null
            || query
                is { By: not null }
                    or { Since: not null }
                    or { Until: not null }
                    or { Open: not null }
                    or { Audience: not null }
        )
            yield break;
        var found = 0;
        foreach (var (name, key) in SearchStore.Files(session, match, 200))
        {
            var entry = EntryStore.FindByKey(session, key)!;
            if (
                entry.Removed is not null
                || ConversationStore.Find(session, entry.Conversation) is not { } place
                || !EntrySight.Sees(me, place, entry)
            )
                continue;
            if (query.Docket is { } docket && place.Docket?.Ref != docket)
                continue;
            yield return Of(
                "file",
                EntryWords.PathOf(place, entry.Id),
                name,
                query.Words,
                Whence(entry, place, roster, now)
            );
            if (++found == Most)
                yield break;
        }
    }

    private static IEnumerable<Hit> Entries(
        SqlSession session,
        Query query,
        string? match,
        Person me,
        Roster roster,
        Instant now
    )
    {
        var calendar = roster.Firm!.Calendar;
        var docket = query.Docket is { } reference ? DocketStore.Find(session, reference) : null;
        if (query.Docket is not null && (docket is null || !me.MaySee(docket.Place)))
            return [];
        Instant? since = query.Since is { } first ? calendar.FirstMoment(first.AtMidnight()) : null;
        Instant? until = query.Until is { } last ? calendar.FirstMoment(last.PlusDays(1).AtMidnight()) : null;
        var seen = SearchStore.Seen(
            session,
            MostEntries,
            (before, most) =>
                SearchStore.Entries(
                    session,
                    match,
                    query.By,
                    docket?.Id,
                    query.Audience,
                    since,
                    until,
                    query.Files,
                    before,
                    most
                ),
            (c, e) =>
                EntrySight.Sees(me, c, e)
                && (
                    query.Open is null
                    || (c.Docket is null ? c.Open : DocketStore.Find(session, c.Docket.Id)!.Open) == query.Open
                )
        );
        var readLately = SearchStore.ReadSince(session, me.Id, now - Lately);
        Closeness Near(Conversation place, Entry entry) =>
            entry.Author == me.Id || place.Owner == me.Id || place.Docket?.Owner == me.Id ? Closeness.Own
            : readLately.Contains(place.Key) ? Closeness.ReadThere
            : Closeness.Seen;
        return seen.Select(f => (f.Entry, f.Conversation, Plain: EntryWords.PlainOf(f.Entry)))
            .OrderByDescending(f =>
                Ranking.Score(
                    match is null ? 0 : Ranking.Fit(f.Plain, query.Words),
                    now - f.Entry.At,
                    Near(f.Conversation, f.Entry)
                )
            )
            .ThenByDescending(f => f.Entry.Key)
            .Select(f =>
                Of(
                    "entry",
                    EntryWords.PathOf(f.Conversation, f.Entry.Id),
                    f.Plain,
                    query.Words,
                    Whence(f.Entry, f.Conversation, roster, now)
                )
            );
    }

    /// <summary>Who said it, in which lane of what, and when.</summary>
    private static string Whence(Entry entry, Conversation place, Roster roster, Instant now)
    {
        var calendar = roster.Firm!.Calendar;
        var lane = place.Audience switch
        {
            Audience.Inside => ", inside",
            Audience.Outside => ", outside",
            _ => "",
        };
        var where =
            place.Docket?.Ref.ToString()
            ?? (place.Audience is Audience.Direct ? "your direct conversation" : place.Subject);
        return $"{(entry.Author is { } a ? roster.NameOf(a) : entry.Sender)}, {where}{lane}, "
            + DateWords.Moment(entry.At.InZone(calendar.Zone).LocalDateTime, calendar.DateOf(now));
    }

    private static Hit Of(string kind, string path, string text, string words, string detail)
    {
        var excerpt = Excerpt.Of(text, words);
        return new(kind, path, excerpt.Text, [.. excerpt.Marks.Select(m => new MarkView(m.Start, m.Length))], detail);
    }
}
