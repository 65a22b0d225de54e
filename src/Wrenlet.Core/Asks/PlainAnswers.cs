using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Asks;

/// <summary>An answer read from plain words.</summary>
/// <param name="Reply">What it comes to.</param>
/// <param name="Sure">Whether it may count by itself; else a person looks at it first.</param>
/// <param name="Reason">The words that say so, in a sentence.</param>
public sealed record ReadAnswer(Reply Reply, bool Sure, string Reason);

/// <summary>
/// Reads an answer from the words of a mail or a text: "yes please, go ahead", "the second one", "read and understood".
/// </summary>
public static class PlainAnswers
{
    private static readonly string[] Yes =
    [
        "yes",
        "yep",
        "yeah",
        "yup",
        "aye",
        "ok",
        "okay",
        "agreed",
        "agree",
        "approve",
        "approved",
        "accept",
        "accepted",
        "fine",
        "sure",
        "certainly",
        "absolutely",
        "definitely",
        "proceed",
        "confirmed",
        "granted",
        "go ahead",
        "please do",
        "do it",
        "sounds good",
        "sounds fine",
        "looks good",
        "happy with",
        "happy to",
        "carry on",
        "get on with it",
        "go for it",
        "you have my approval",
        "of course",
        "by all means",
        "that works",
        "all good",
    ];

    private static readonly string[] No =
    [
        "no",
        "nope",
        "not",
        "decline",
        "declined",
        "reject",
        "rejected",
        "refuse",
        "refused",
        "don't",
        "dont",
        "do not",
        "cancel",
        "stop",
        "leave it",
        "hold off",
        "rather not",
        "no thanks",
        "no thank you",
        "disagree",
        "can't",
        "cannot",
        "too expensive",
        "too dear",
        "too much",
        "never",
    ];

    private static readonly string[] Conditions =
    [
        "but",
        "if",
        "unless",
        "provided",
        "depends",
        "however",
        "maybe",
        "perhaps",
        "possibly",
        "might",
        "only",
        "first",
        "before",
        "unsure",
        "except",
        "though",
    ];

    private static readonly string[] Confirmations =
    [
        "read",
        "understood",
        "confirm",
        "confirmed",
        "noted",
        "received",
        "got it",
        "clear",
        "will do",
        "yes",
        "ok",
        "okay",
        "thanks",
        "understand",
        "seen",
    ];

    private static readonly string[] Ordinals =
    [
        "first",
        "second",
        "third",
        "fourth",
        "fifth",
        "sixth",
        "seventh",
        "eighth",
        "ninth",
        "tenth",
    ];

    /// <summary>Reads the answer to an ask.</summary>
    /// <param name="terms">What was asked.</param>
    /// <param name="text">What was written, without what it quotes.</param>
    /// <returns>Null when nothing in it reads like an answer.</returns>
    public static ReadAnswer? Read(AskTerms terms, string text)
    {
        ArgumentNullException.ThrowIfNull(terms);
        ArgumentNullException.ThrowIfNull(text);
        var words = text.Trim();
        if (words.Length == 0)
            return null;
        var line =
            " "
            + new string([
                .. words
                    .ToLowerInvariant()
                    .Replace('’', '\'')
                    .Select(c =>
                        char.IsLetterOrDigit(c) || c == '\'' ? c
                        : c is '\n' or '.' or '!' or '?' or ',' or ';' or ':' ? c
                        : ' '
                    ),
            ])
            + " ";
        return terms.Kind switch
        {
            AskKind.Question => new(new(null, [], words), true, Texts.TheMessageAnswer),
            AskKind.Decision => Decision(words, line),
            AskKind.Choice => Choice(terms, words, line),
            AskKind.Confirmation => Confirmation(words, line),
            _ => throw new ArgumentOutOfRangeException(nameof(terms), terms.Kind, "Unknown kind of ask."),
        };
    }

    private static ReadAnswer? Decision(string words, string line)
    {
        var (yes, no) = (First(line, Yes), First(line, No));
        // "no problem, go ahead" and "not a problem" decline nothing; "I do not agree" approves nothing.
        if (no is { } none && Says(line, "no problem", "not a problem", "no objection", "no objections", "no issue"))
            no = none.Word is "no" or "not" ? null : no;
        if (yes is null && no is null)
            return Says(line, "no problem", "no objection", "no objections")
                ? new(new(true, [], words), false, Texts.ItNamesNoObjection)
                : null;
        var approves = yes is { } y && (no is not { } n || y.At < n.At);
        var sure =
            !(yes is not null && no is not null)
            && Conditions.All(c => First(line, [c]) is null)
            && !line.Contains('?', StringComparison.Ordinal);
        var said = approves ? yes!.Value.Word : no!.Value.Word;
        return new(
            new(approves, [], words),
            sure,
            sure ? Texts.ApprovesDeclinesIt(said, approves) : Texts.ReadsLikeYesNo(said, approves)
        );
    }

    private static ReadAnswer? Choice(AskTerms terms, string words, string line)
    {
        var named = Enumerable
            .Range(0, terms.Options.Length)
            .Where(i => Has(line, terms.Options[i].ToLowerInvariant()))
            .ToList();
        // An option that stands within another that was named too ("grey" in "light grey") is not meant.
        named =
        [
            .. named.Where(i =>
                !named.Any(k =>
                    k != i
                    && terms.Options[k].Contains(terms.Options[i], StringComparison.OrdinalIgnoreCase)
                    && terms.Options[k].Length > terms.Options[i].Length
                )
            ),
        ];
        var numbered = Enumerable
            .Range(0, terms.Options.Length)
            .Where(i =>
                Says(line, $"option {i + 1}", $"number {i + 1}", $"no {i + 1}", $"option {(char)('a' + i)}")
                || (i < Ordinals.Length && Says(line, $"the {Ordinals[i]}"))
                || line.Trim(' ', '.', '!', '\n', ',') is var only
                    && (only == $"{i + 1}" || only == $"{(char)('a' + i)}")
            )
            .ToList();
        var chosen = named.Count > 0 ? named : numbered;
        if (chosen.Count == 0)
            return null;
        var denied = First(line, ["not", "no", "don't", "except", "without"]) is not null;
        var sure =
            !denied
            && !line.Contains('?', StringComparison.Ordinal)
            && First(line, ["or", "unless", "if", "depends"]) is null
            && (chosen.Count == 1 || terms.Several);
        var what = Names.List(chosen.Select(i => $"“{terms.Options[i]}”"));
        return new(
            new(null, [.. terms.Several ? chosen : chosen.Take(1)], words),
            sure,
            sure ? Texts.ItNames(what) : Texts.ItNamesButThere(what)
        );
    }

    private static ReadAnswer? Confirmation(string words, string line)
    {
        if (First(line, Confirmations) is not { } said)
            return null;
        var sure =
            First(line, ["not", "don't", "unclear", "no"]) is null && !line.Contains('?', StringComparison.Ordinal);
        return new(
            new(null, [], words),
            sure,
            sure ? Texts.ConfirmsIt(said.Word) : Texts.ReadsLikeConfirmationBut(said.Word)
        );
    }

    private static bool Says(string line, params string[] phrases) => phrases.Any(p => Has(line, p));

    private static bool Has(string line, string phrase) => At(line, phrase) >= 0;

    private static (int At, string Word)? First(string line, IEnumerable<string> words)
    {
        (int At, string Word)? first = null;
        foreach (var word in words)
            if (
                At(line, word) is >= 0 and var at
                && (
                    first is null
                    || at < first.Value.At
                    || (at == first.Value.At && word.Length > first.Value.Word.Length)
                )
            )
                first = (at, word);
        return first;
    }

    /// <summary>Where a phrase stands as words of its own; -1 for nowhere.</summary>
    private static int At(string line, string phrase)
    {
        for (
            var at = line.IndexOf(phrase, StringComparison.Ordinal);
            at >= 0;
            at = line.IndexOf(phrase, at + 1, StringComparison.Ordinal)
        )
        {
            var before = at == 0 || !char.IsLetterOrDigit(line[at - 1]);
            var end = at + phrase.Length;
            if (before && (end >= line.Length || !(char.IsLetterOrDigit(line[end]) || line[end] == '\'')))
                return at;
        }

        return -1;
    }
}
