using System.Collections.Immutable;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Dockets;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>A message that may leave.</summary>
/// <param name="To">Where it goes; empty for the party's page.</param>
/// <param name="Knowing">The leak check's reasons that its sender goes on in spite of; null when there were none.</param>
internal sealed record Cleared(IReadOnlyList<Recipient> To, string? Knowing);

/// <summary>Looks at a message of ours before it leaves: whether it can go, and whether it should.</summary>
internal sealed class BeforeLeaving(LeakReading leaks, FirmKinds kinds, Settings settings)
{
    /// <summary>The message cleared; or why it stays.</summary>
    /// <param name="unseeing">People tagged in it who do not see the conversation.</param>
    public (Cleared? Cleared, PostRefusal? Refusal) Look(
        SqlSession session,
        Conversation conversation,
        Person author,
        Saying saying,
        RenderedText words,
        Via via,
        ImmutableArray<Person> unseeing,
        Roster roster
    )
    {
        var usual = Reaching.Usually(session, conversation, roster, via);
        if (usual.Wrong is { } wrong && saying.To is null)
            return (null, PostRefusal.For(wrong));
        if (Unready(session, saying, words, via) is { } unready)
            return (null, PostRefusal.For(unready + " Your text is kept."));
        if (Missed(session, conversation, author, saying.Seen, roster) is { } missed)
            return (null, missed);
        var to = saying.To ?? usual.To;
        if (saying.AtOnce)
            return (new(to, null), null);
        var files = (saying.Files ?? []).Select(f => f.File).ToList();
        var found = leaks.Check(session, conversation, author, words, to, files, unseeing, roster, saying.Circular);
        if (found.IsEmpty)
            return (new(to, null), null);
        return saying.Knowing
            ? (new(to, string.Join("\n", found.Select(l => l.Reason))), null)
            : (null, new("Held back. Please check what would be sent.", [], found, []));
    }

    private string? Unready(SqlSession session, Saying saying, RenderedText words, Via via)
    {
        if (StockFields.Unfilled(words.Plain, StockFields.Of(kinds.Current)) is { Count: > 0 } fields)
            return $"{string.Join(", ", fields)} {(fields.Count == 1 ? "has" : "have")} not been filled in. Write "
                + "in what belongs there, or remove it.";
        if (via is Via.Text && words.Plain.Length > Posting.LongestText)
            return $"A text message holds {Posting.LongestText} characters and this has {words.Plain.Length}. "
                + "Shorten it, or reply by mail.";
        var size = (saying.Files ?? []).Sum(f => FileStore.Find(session, f.File)!.Size);
        return via is Via.Mail && size > settings.LargestByMail
            ? $"A mail carries at most {settings.MailMegabytes} MB of files and these are "
                + $"{size / 1_048_576} MB. Use their page instead, or remove some."
            : null;
    }

    private static PostRefusal? Missed(
        SqlSession session,
        Conversation conversation,
        Person author,
        long? seen,
        Roster roster
    )
    {
        var missed = MissedReply.Of(
            seen,
            author.Id,
            EntryStore.After(session, conversation.Key, seen ?? long.MaxValue),
            e => (e.Key, e.Kind, e.Author)
        );
        if (missed.IsEmpty)
            return null;
        var names = Names.List(missed.Select(m => Names.First(roster.NameOf(m.Author!.Value))));
        return new($"{names} answered while you were writing. Read that first; your text is kept.", [], [], missed);
    }
}
