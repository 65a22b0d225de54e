using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Finding;

/// <summary>Full-text search over what was said.</summary>
public static class SearchStore
{
    /// <summary>The words as a full-text query: every word must be there, the last may go on.</summary>
    /// <returns>Null when there is no word to look for.</returns>
    public static string? Match(string typed)
    {
        var words = typed.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .Select(w => new string([.. w.Where(char.IsLetterOrDigit)])).Where(w => w.Length > 0).Take(12).ToList();
        return words.Count == 0 ? null : string.Join(' ', words.Select(w => $"\"{w}\"")) + "*";
    }

    /// <summary>Keys of entries with these words, newest first, before a key.</summary>
    public static List<long> Entries(SqlSession session, string match, long before, int most) =>
        session.All(
            "SELECT rowid FROM entry_search WHERE entry_search MATCH $match AND rowid < $before ORDER BY rowid DESC LIMIT $most",
            r => r.GetInt64(0), ("match", match), ("before", before), ("most", most));

    /// <summary>The entries with these words that pass a test, newest first.</summary>
    public static List<(Entry Entry, Conversation Conversation)> Seen(SqlSession session, string match, int most, Func<Conversation, Entry, bool> maySee)
    {
        var found = new List<(Entry, Conversation)>();
        for (var before = long.MaxValue; found.Count < most;)
        {
            var keys = Entries(session, match, before, most * 2);
            foreach (var key in keys)
            {
                var entry = EntryStore.FindByKey(session, key)!;
                if (ConversationStore.Find(session, entry.Conversation) is { } conversation && maySee(conversation, entry) && found.Count < most) found.Add((entry, conversation));
            }

            if (keys.Count < most * 2) break;
            before = keys[^1];
        }

        return found;
    }
}
