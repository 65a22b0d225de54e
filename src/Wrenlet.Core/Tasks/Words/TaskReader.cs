using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads the drafts of tasks that a message asks for.</summary>
/// <remarks>Make one per workspace and keep it: it holds the names. Safe for use by several threads.</remarks>
public sealed class TaskReader(ReaderSetting setting)
{
    /// <summary>
    /// Most words and marks of a message that are read: ten pages of them. What is said behind them asks for nothing
    /// that is found here; looking for it would cost more than its length.
    /// </summary>
    public const int MostTokens = 2_000;

    private readonly Tokenizer _tokenizer = new(setting);

    /// <summary>Reads a message.</summary>
    /// <param name="text">Plain text; tags as they are shown, with their at sign.</param>
    /// <param name="author">Whose "I" it is; null when the author is not staff.</param>
    /// <param name="sent">When it was sent; all dates are counted from here.</param>
    /// <returns>No draft, one, or several, in the order of the text.</returns>
    public ImmutableArray<Draft> Read(string text, PersonId? author, Instant sent)
    {
        var tokens = _tokenizer.Read(text, MostTokens);
        return new MessageReading(setting, text, tokens, author, sent).Drafts();
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
                .Select(d => d with { Title = d.Title with { Value = Titles.Naming(d.Title.Value, them) } }),
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
            new(Titles.Polish(line), [], 0.2, [], Texts.NoRequestFound),
            null,
            null,
            null,
            new(Priority.Normal, [], 0.5, [], Texts.NoPriorityMentioned),
            null
        );
    }
}
