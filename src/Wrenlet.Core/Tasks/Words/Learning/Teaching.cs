using System.Collections.Frozen;
using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words.Learning;

/// <summary>A message of the firm with what people made of it by hand.</summary>
/// <param name="Text">Plain text.</param>
/// <param name="Author">Who of the staff writes; null for somebody else.</param>
/// <param name="AuthorName">What the author is called.</param>
/// <param name="Sent">When it was sent.</param>
/// <param name="Made">The tasks that were made otherwise than read, or where nothing was read.</param>
/// <param name="TurnedDown">The titles of drafts that ask for nothing, as somebody said.</param>
public sealed record TaughtMessage(
    string Text,
    PersonId? Author,
    string AuthorName,
    Instant Sent,
    ImmutableArray<LabelledTask> Made,
    ImmutableArray<string> TurnedDown
);

/// <summary>Where what was made of a message is another thing than what was read in it.</summary>
/// <param name="Read">What was read; null where nothing was.</param>
/// <param name="Differs">What of it was made otherwise: title, owners, due, start, priority, repeats; all of what was made
/// where nothing was read.</param>
public sealed record MadeOtherwise(Draft? Read, ImmutableArray<string> Differs);

/// <summary>Learns from what people make of messages where it is not what was read in them.</summary>
public static class Teaching
{
    /// <summary>Titles that share less of their words are those of different tasks.</summary>
    private const double SameTask = 0.4;

    /// <summary>Messages that have to call somebody by a word before it is taken for their name.</summary>
    private const int Often = 2;

    /// <summary>What it is worth that people have said whether such a sentence asks for work.</summary>
    private const double SaidSo = 5;

    /// <summary>So much that nothing moves it.</summary>
    private const double Settled = 1e6;

    /// <summary>What of a task that was made of a message teaches something; null where it is as it was read.</summary>
    /// <param name="reader">The firm's reader.</param>
    /// <param name="message">The message as it was read, with what was made of it, one task.</param>
    public static MadeOtherwise? Otherwise(TaskReader reader, TaughtMessage message)
    {
        ArgumentNullException.ThrowIfNull(reader);
        ArgumentNullException.ThrowIfNull(message);
        var made = message.Made[0];
        var words = reader.Words(message.Text, message.Author, message.Sent);
        var drafts = reader.Read(message.Text, message.Author, message.Sent, message.AuthorName);
        var draft = drafts.Length == 1 ? drafts[0] : Alike(drafts, made.Title, SameTask);
        if (draft is null)
            return new(null, ["title"]);
        var read = Labelled(draft);
        ImmutableArray<string> differs =
        [
            .. Differing(
                (read.Title != made.Title, "title"),
                (!read.Owners.ToHashSet().SetEquals(made.Owners) && IsSaid(words, draft, made), "owners"),
                (read.Due != made.Due && (read.Due is not null || Says(words, made.Due)), "due"),
                (read.Start != made.Start && (read.Start is not null || Says(words, made.Start)), "start"),
                (read.Priority != made.Priority && read.Priority is not Priority.Normal, "priority"),
                (read.Repeats != made.Repeats && read.Repeats is not null, "repeats")
            ),
        ];
        return differs.IsEmpty ? null : new(draft, differs);
    }

    /// <summary>What the messages of a firm teach its reader.</summary>
    /// <param name="setting">What the reader knows of the firm.</param>
    /// <param name="taught">The messages.</param>
    public static Learned From(ReaderSetting setting, IReadOnlyList<TaughtMessage> taught) =>
        From(setting, taught, Weights.Shipped);

    /// <summary>What the messages of a firm teach a reader with other weights than those that ship.</summary>
    /// <param name="setting">What the reader knows of the firm.</param>
    /// <param name="taught">The messages.</param>
    /// <param name="weights">A feature and its worth a line, as <see cref="Learner"/> writes them.</param>
    public static Learned From(ReaderSetting setting, IReadOnlyList<TaughtMessage> taught, string weights) =>
        From(setting, taught, Weights.Parse(new StringReader(weights)));

    private static Learned From(ReaderSetting setting, IReadOnlyList<TaughtMessage> taught, Weights weights)
    {
        ArgumentNullException.ThrowIfNull(setting);
        ArgumentNullException.ThrowIfNull(taught);
        if (taught.Count == 0)
            return new([], FrozenDictionary<string, bool>.Empty, weights);
        var nicknames = Nicknames(new TaskReader(setting, weights), taught);
        var knowing = setting with { Nicknames = nicknames };
        var reader = new TaskReader(knowing, weights);
        var sentences = taught.SelectMany(t => Sentences(t, reader)).ToList();
        return new(
            nicknames,
            // What was said last holds.
            sentences.GroupBy(s => s.Alike).ToFrozenDictionary(g => g.Key, g => g.Last().Asks),
            Tuning
                .Tuned(weights, [.. taught.Select(t => Labelled(t, reader, knowing))])
                .With([
                    new(SureFeatures.KnownToAsk, SaidSo, Settled),
                    new(SureFeatures.KnownNotToAsk, -SaidSo, Settled),
                ])
        );
    }

    /// <summary>Whether a message taught that somebody is called by a word.</summary>
    /// <param name="reader">A reader that has learned no such word.</param>
    /// <param name="message">The message.</param>
    /// <param name="word">The word, in lower case.</param>
    public static bool Calls(TaskReader reader, TaughtMessage message, string word)
    {
        ArgumentNullException.ThrowIfNull(reader);
        ArgumentNullException.ThrowIfNull(message);
        return Called(reader.Words(message.Text, message.Author, message.Sent)).Contains(word)
            && message.Made.Any(m => m.Owners.Length == 1);
    }

    /// <summary>The words by which people are called that have another name, with the messages that say so.</summary>
    /// <param name="reader">A reader that knows none of them.</param>
    /// <param name="taught">The messages.</param>
    private static ImmutableArray<Nickname> Nicknames(TaskReader reader, IReadOnlyList<TaughtMessage> taught)
    {
        var owners = new Dictionary<string, List<TaskOwner?>>();
        foreach (var message in taught)
        {
            var words = reader.Words(message.Text, message.Author, message.Sent);
            var made = message
                .Made.Select(m => m.Owners)
                .Where(o => o.Length == 1)
                .Select(o => o[0])
                .Distinct()
                .ToList();
            if (made.Count == 0)
                continue;
            var titles = message.Made.SelectMany(m => m.Title.ToLowerInvariant().Split(' ')).ToHashSet();
            foreach (var word in Called(words).Where(w => !titles.Contains(w)).Distinct())
            {
                if (!owners.TryGetValue(word, out var met))
                    owners[word] = met = [];
                met.Add(made.Count == 1 ? made[0] : null);
            }
        }

        return
        [
            .. owners
                .Select(o => (Word: o.Key, Met: o.Value, Most: o.Value.GroupBy(m => m).MaxBy(g => g.Count())!))
                .Where(o => o.Most.Key is not null && o.Most.Count() >= Often && o.Most.Count() * 4 >= o.Met.Count * 3)
                .Select(o => new Nickname(o.Word, o.Most.Key!, o.Most.Count()))
                .OrderByDescending(n => n.Times)
                .ThenBy(n => n.Word, StringComparer.Ordinal),
        ];
    }

    /// <summary>The words of a message that stand where one calls somebody: "reception, could you", "ask the boss to".</summary>
    internal static IEnumerable<string> Called(MessageWords words)
    {
        for (var i = 0; i < words.Count; i++)
        {
            var token = words.At(i);
            if (
                token is not { IsWord: true, Name: null, Lower.Length: > 2 }
                || !token.Lower.All(char.IsLetter)
                || words.ClassAt(i)
                    is not (WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun or WordClass.Third)
            )
                continue;
            var home = words.SentenceOf(i);
            var head = words.At(i - 1).Is("the") ? i - 1 : i;
            var before = head - 1;
            while (words.ClassIn(home, before) is WordClass.Courtesy or WordClass.Conjunction)
                before--;
            var opens = words.ClassIn(home, before) is WordClass.Edge or WordClass.Bullet;
            var next = words.ClassIn(home, i + 1);
            if (
                opens
                    && next
                        is WordClass.Comma
                            or WordClass.Colon
                            or WordClass.Dash
                            or WordClass.Modal
                            or WordClass.Courtesy
                || opens && next is WordClass.Verb or WordClass.VerbOrNoun or WordClass.VerbOrAdjective or WordClass.To
                || words.ClassIn(home, before) is WordClass.Comma && next is WordClass.Edge or WordClass.Stop
                || words.At(head - 1).Lower is "ask" or "tell" or "get" or "let" or "remind" or "for"
                    && next is WordClass.To or WordClass.Verb
            )
                yield return token.Lower;
        }
    }

    /// <summary>The sentences of a message of which people have said that they ask for work, or for nothing.</summary>
    private static IEnumerable<(string Alike, bool Asks)> Sentences(TaughtMessage message, TaskReader reader)
    {
        var drafts = reader.Read(message.Text, message.Author, message.Sent, message.AuthorName);
        var words = reader.Words(message.Text, message.Author, message.Sent);
        var said = message
            .TurnedDown.Select(t => (At: Alike(drafts, t, SameTask)?.Title.Spans[0].Start, Asks: false))
            .Concat(
                message.Made.Select(m =>
                    (
                        At: Alike(drafts, m.Title, SameTask)?.Title.Spans[0].Start
                            ?? (int?)PlaceOf(m.Title, message.Text),
                        Asks: true
                    )
                )
            );
        foreach (var (at, asks) in said)
            if (
                words.Sentences.FirstOrDefault(s =>
                    words.SpanOf(s.From, s.To) is var span && at >= span.Start && at < span.End
                )
                    is { } sentence
                && words.LikenessOf(sentence) is { Length: > 0 } alike
            )
                yield return (alike, asks);
    }

    /// <summary>What a message asks for: what is read in it, but for what people made otherwise or turned down.</summary>
    private static LabelledMessage Labelled(TaughtMessage message, TaskReader reader, ReaderSetting setting)
    {
        var drafts = reader.Read(message.Text, message.Author, message.Sent, message.AuthorName).ToList();
        foreach (var title in message.TurnedDown)
            if (Alike(drafts, title, SameTask) is { } refused)
                drafts.Remove(refused);
        var tasks = new List<(int At, LabelledTask Task)>();
        foreach (var made in message.Made)
        {
            var draft = Alike(drafts, made.Title, SameTask);
            if (draft is not null)
                drafts.Remove(draft);
            tasks.Add((draft?.Title.Spans[0].Start ?? PlaceOf(made.Title, message.Text), made));
        }

        tasks.AddRange(drafts.Select(d => (d.Title.Spans[0].Start, Labelled(d))));
        return new(
            setting,
            message.Text,
            message.Author,
            message.AuthorName,
            message.Sent,
            [.. tasks.OrderBy(t => t.At).Select(t => t.Task)]
        );
    }

    /// <summary>Where the longest of a title's words stands in a text; its end where none does.</summary>
    private static int PlaceOf(string title, string text)
    {
        foreach (var word in title.Split(' ').Where(w => w.Length > 3).OrderByDescending(w => w.Length))
            if (text.IndexOf(word, StringComparison.OrdinalIgnoreCase) is >= 0 and var at)
                return at;
        return text.Length;
    }

    private static Draft? Alike(IEnumerable<Draft> drafts, string title, double least) =>
        drafts
            .Select(d => (Draft: d, Shared: LabelledTask.Overlap(d.Title.Value, title)))
            .Where(d => d.Shared >= least)
            .OrderByDescending(d => d.Shared)
            .Select(d => d.Draft)
            .FirstOrDefault();

    /// <summary>The task that a draft would make.</summary>
    /// <param name="draft">The draft.</param>
    public static LabelledTask Labelled(Draft draft)
    {
        ArgumentNullException.ThrowIfNull(draft);
        return new(
            draft.Title.Value,
            draft.Owners?.Value ?? [],
            draft.Due?.Value,
            draft.Start?.Value,
            draft.Priority.Value,
            draft.Repeats?.Value
        );
    }

    /// <summary>Whether other owners are a matter of the words: they named somebody else, or call somebody by a word.</summary>
    private static bool IsSaid(MessageWords words, Draft draft, LabelledTask made) =>
        draft.Owners is not null || (made.Owners.Length == 1 && Called(words).Any());

    private static bool Says(MessageWords words, Instant? moment) =>
        moment is { } at && words.Times.Any(t => t.Due?.At == at || t.Start?.At == at);

    private static IEnumerable<string> Differing(params (bool Differs, string Field)[] fields) =>
        fields.Where(f => f.Differs).Select(f => f.Field);
}
