using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Finding;

/// <summary>Full-text search over what was said.</summary>
public static class SearchStore
{
    /// <summary>
    /// The words as a full-text query: every word must be there, the last may go on. A word with signs in it, such as
    /// re-bed or don't, is its parts one after the other.
    /// </summary>
    /// <returns>Null when there is no word to look for.</returns>
    public static string? Match(string typed)
    {
        var words = typed
            .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .Select(w =>
                string.Join(
                    ' ',
                    string.Concat(w.Select(c => char.IsLetterOrDigit(c) ? c : ' '))
                        .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                )
            )
            .Where(w => w.Length > 0)
            .Take(12)
            .ToList();
        return words.Count == 0 ? null : string.Join(' ', words.Select(w => $"\"{w}\"")) + "*";
    }

    /// <summary>
    /// The newest entries that fit a query, before a key. Without words, the newest that fit the rest.
    /// </summary>
    /// <param name="match">A full-text query; null for no words.</param>
    /// <param name="since">Earliest moment; null for any.</param>
    /// <param name="until">Moment before which it was said; null for any.</param>
    public static List<long> Entries(
        SqlSession session,
        string? match,
        PersonId? by,
        DocketId? docket,
        Audience? audience,
        Instant? since,
        Instant? until,
        bool files,
        long before,
        int most
    )
    {
        var narrowed =
            by is not null
            || docket is not null
            || audience is not null
            || since is not null
            || until is not null
            || files;
        const string Narrow = """
            (NOT $files OR e.files > 0) AND ($by IS NULL OR e.author = (SELECT id FROM person WHERE uid = $by))
              AND ($since IS NULL OR e.at >= $since) AND ($until IS NULL OR e.at < $until)
              AND ($docket IS NULL OR e.conversation IN (SELECT c.id FROM conversation c
                JOIN docket d ON d.id = c.docket WHERE d.uid = $docket))
              AND ($audience IS NULL
                OR EXISTS (SELECT 1 FROM conversation c WHERE c.id = e.conversation AND c.audience = $audience))
            """;
        (string, object?)[] values =
        [
            ("before", before),
            ("files", files),
            ("by", by?.Value),
            ("since", since),
            ("until", until),
            ("docket", docket?.Value),
            ("audience", audience is { } a ? StoredWords.Audiences.Of(a) : null),
        ];
        if (match is null)
            return session.All(
                $"SELECT e.id FROM entry e WHERE e.kind <> 'event' AND e.removed IS NULL AND e.id < $before AND "
                    + $"{Narrow} ORDER BY e.id DESC LIMIT {most}",
                r => r.GetInt64(0),
                values
            );
        // Without narrowing only the full-text index is looked at; it holds no events and nothing that was removed.
        return narrowed
            ? session.All(
                $"SELECT entry_search.rowid FROM entry_search CROSS JOIN entry e ON e.id = entry_search.rowid WHERE "
                    + $"entry_search MATCH $match AND entry_search.rowid < $before AND {Narrow} ORDER BY "
                    + $"entry_search.rowid DESC LIMIT {most}",
                r => r.GetInt64(0),
                [("match", match), .. values]
            )
            : session.All(
                $"SELECT rowid FROM entry_search WHERE entry_search MATCH $match AND rowid < $before ORDER BY rowid DESC LIMIT {most}",
                r => r.GetInt64(0),
                ("match", match),
                ("before", before)
            );
    }

    /// <summary>The newest entries that fit a query and pass a test, at most so many of them.</summary>
    public static List<(Entry Entry, Conversation Conversation)> Seen(
        SqlSession session,
        int most,
        Func<long, int, List<long>> page,
        Func<Conversation, Entry, bool> maySee
    )
    {
        var found = new List<(Entry, Conversation)>();
        var places = new Dictionary<ConversationId, Conversation?>();
        for (var before = long.MaxValue; found.Count < most; )
        {
            var keys = page(before, most);
            foreach (var entry in EntryStore.FindByKeys(session, keys))
            {
                if (found.Count >= most)
                    break;
                if (!places.TryGetValue(entry.Conversation, out var place))
                    place = places[entry.Conversation] = ConversationStore.Find(session, entry.Conversation);
                if (place is not null && maySee(place, entry))
                    found.Add((entry, place));
            }

            if (keys.Count < most)
                break;
            before = keys[^1];
        }

        return found;
    }

    /// <summary>Files whose names fit a full-text query, with the entries that carry them, the newest first.</summary>
    public static List<(string Name, long Entry)> Files(SqlSession session, string match, int most) =>
        session.All(
            $"SELECT f.name, x.entry FROM file_search CROSS JOIN file f ON f.id = file_search.rowid JOIN entry_file x "
                + $"ON x.file = f.id WHERE file_search MATCH $match ORDER BY x.entry DESC LIMIT {most}",
            r => (r.GetString(0), r.GetInt64(1)),
            ("match", match)
        );

    /// <summary>Conversations that a person has read in since a moment.</summary>
    public static HashSet<long> ReadSince(SqlSession session, PersonId person, Instant since) =>
        [
            .. session.All(
                "SELECT DISTINCT conversation FROM reading WHERE person = (SELECT id FROM person WHERE uid = $person) AND at >= $since",
                r => r.GetInt64(0),
                ("person", person.Value),
                ("since", since)
            ),
        ];
}
