using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words.Learning;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads the drafts of tasks that a message asks for.</summary>
/// <remarks>Make one per workspace and keep it: it holds the names. Safe for use by several threads.</remarks>
public sealed class TaskReader
{
    private readonly ReaderSetting _setting;
    private readonly Weights _weights;
    private readonly Tokenizer _tokenizer;

    /// <summary>A reader with the weights that ship.</summary>
    /// <param name="setting">What the firm's reader has to know.</param>
    public TaskReader(ReaderSetting setting)
        : this(setting, Weights.Shipped) { }

    /// <summary>A reader with other weights than those that ship.</summary>
    /// <param name="setting">What the firm's reader has to know.</param>
    /// <param name="weights">A feature and its worth a line, as <see cref="Learner"/> writes them.</param>
    public static TaskReader With(ReaderSetting setting, string weights) =>
        new(setting, Weights.Parse(new StringReader(weights)));

    /// <summary>A reader that has learned from its firm.</summary>
    /// <param name="setting">What the firm's reader has to know.</param>
    /// <param name="learned">What it has learned.</param>
    public static TaskReader Taught(ReaderSetting setting, Learned learned)
    {
        ArgumentNullException.ThrowIfNull(setting);
        ArgumentNullException.ThrowIfNull(learned);
        return new(setting with { Nicknames = learned.Nicknames, KnownSentences = learned.Sentences }, learned.Weights);
    }

    internal TaskReader(ReaderSetting setting, Weights weights) =>
        (_setting, _weights, _tokenizer) = (setting, weights, new(setting));

    /// <summary>
    /// Most words and marks of a message that are read: ten pages of them. What is said behind them asks for nothing
    /// that is found here; looking for it would cost more than its length.
    /// </summary>
    public const int MostTokens = 2_000;

    /// <summary>Reads a message.</summary>
    /// <param name="text">Plain text; tags as they are shown, with their at sign.</param>
    /// <param name="author">Whose "I" it is; null when the author is not staff.</param>
    /// <param name="sent">When it was sent; all dates are counted from here.</param>
    /// <param name="authorName">What the author is called, for "me" in a title; null for that of the author among the staff.</param>
    /// <returns>No draft, one, or several, in the order of the text.</returns>
    public ImmutableArray<Draft> Read(string text, PersonId? author, Instant sent, string? authorName = null)
    {
        var words = Words(text, author, sent);
        return new MessageReading(_setting, words, author, authorName ?? NameOf(author), sent, _weights).Drafts();
    }

    /// <summary>
    /// What a message that asks for nothing may still ask for, where one wants a task of it: what was nearly read as a request;
    /// null where nothing comes near.
    /// </summary>
    /// <param name="text">Plain text; tags as they are shown, with their at sign.</param>
    /// <param name="author">Whose "I" it is; null when the author is not staff.</param>
    /// <param name="sent">When it was sent; all dates are counted from here.</param>
    /// <param name="authorName">What the author is called; null for that of the author among the staff.</param>
    public Draft? Guess(string text, PersonId? author, Instant sent, string? authorName = null) =>
        new MessageReading(
            _setting,
            Words(text, author, sent),
            author,
            authorName ?? NameOf(author),
            sent,
            _weights
        ).Nearest();

    /// <summary>Reads a line that somebody adds as a task: only what it says beside its title is open.</summary>
    /// <param name="line">One line of plain text.</param>
    /// <param name="author">Who writes it.</param>
    /// <param name="sent">Now; all dates are counted from here.</param>
    public TaskLine ReadLine(string line, PersonId author, Instant sent)
    {
        ArgumentNullException.ThrowIfNull(line);
        var (estimate, rest) = TaskLine.EstimateIn(line);
        var draft = new MessageReading(
            _setting,
            Words(rest, author, sent),
            author,
            NameOf(author),
            sent,
            _weights
        ).Line();
        if (draft is null || draft.Title.Value.Length < 2)
            return TaskLine.AsItStands(line);
        var read = new TaskLine(
            draft.Title.Value,
            draft.Owners?.Value ?? [],
            draft.Due?.Value,
            draft.Start?.Value,
            draft.Priority.Value,
            draft.Repeats?.Value,
            estimate
        );
        // What says nothing else stays as it was typed, small letters too.
        return read.SaysMore || !string.Equals(read.Title, line.Trim(), StringComparison.OrdinalIgnoreCase)
            ? read
            : TaskLine.AsItStands(line);
    }

    private string? NameOf(PersonId? author) => _setting.Staff.FirstOrDefault(p => p.Id == author)?.Name;

    /// <summary>All that the reader sees in a message, for those who want to know how it reads.</summary>
    /// <param name="text">Plain text; tags as they are shown, with their at sign.</param>
    /// <param name="author">Who writes; null when it is nobody of the staff.</param>
    /// <param name="sent">When it was sent.</param>
    public Examined Examine(string text, PersonId? author, Instant sent) =>
        Examining.Of(Words(text, author, sent), author, sent, _setting, _weights);

    internal MessageWords Words(string text, PersonId? author, Instant sent) =>
        new(
            _setting,
            text,
            author is { } self && NameOf(author) is { } name
                ? WithMe(_tokenizer.Read(text, MostTokens), new(name, new TaskOwner.OfPerson(self), []))
                : _tokenizer.Read(text, MostTokens),
            sent
        );

    /// <summary>"Signs (me), tables (Ada)", "me: the rest", "signs by Ada, tables from me": who writes is named as others are.</summary>
    private static Tokens WithMe(Tokens tokens, NamedOne author)
    {
        Token[]? named = null;
        var shared = false;
        for (var i = 0; i < tokens.Count; i++)
        {
            shared |= tokens[i].Name is not null && i > 0 && tokens[i - 1].Is("by");
            if (
                tokens[i].Is("me")
                && (
                    shared && tokens[i - 1].Lower is "by" or "from"
                    || tokens[i - 1].Is("(") && tokens[i + 1].Lower is ")" or ","
                    || tokens[i + 1].Is(":")
                        && (i == 0 || tokens[i - 1].Kind is TokenKind.LineBreak or TokenKind.Bullet or TokenKind.Mark)
                )
            )
                (named ??= [.. Enumerable.Range(0, tokens.Count).Select(k => tokens[k])])[i] = tokens[i] with
                {
                    Name = author,
                };
        }

        return named is null ? tokens : new(named);
    }

    /// <summary>
    /// Reads a message of ours to the other side: what we promise in it. What is asked of them is no work of ours.
    /// </summary>
    /// <param name="text">Plain text.</param>
    /// <param name="author">Who of the staff writes it.</param>
    /// <param name="them">What the other side is called: a title names them where the message says "you".</param>
    /// <param name="sent">When it was sent; all dates are counted from here.</param>
    public ImmutableArray<Draft> ReadOutgoing(string text, PersonId author, string them, Instant sent) =>
        [
            .. Read(text, author, sent)
                .Where(d => d.Owners is not null)
                .Select(d =>
                    d with
                    {
                        Title = d.Title with
                        {
                            Value = Titles.Naming(d.Title.Value, them),
                            Alternatives = [.. d.Title.Alternatives.Select(t => Titles.Naming(t, them))],
                        },
                    }
                ),
        ];

    /// <summary>
    /// A draft for a message that asks for nothing, to be filled in by hand: its first line as the title.
    /// </summary>
    /// <param name="text">Plain text.</param>
    public static Draft Blank(string text)
    {
        var line = text.Split('\n').FirstOrDefault(l => l.Trim().Length > 0)?.Trim() ?? "";
        if (line.Length > 120)
            // At a blank where there is one near; a long link has none.
            line = line[..(line.LastIndexOf(' ', 117) is > 60 and var blank ? blank : 118)] + " …";
        return new(
            new(TitleEdges.Polish(line), [], 0.2, [], Texts.NoRequestFound),
            null,
            null,
            null,
            new(Priority.Normal, [], 0.5, [], Texts.NoPriorityMentioned),
            null
        );
    }
}
