namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what is to be found out, where an order behind a question says no more than that: "what did we charge last year? Look it
/// up" comes to "look up what we charged last year".
/// </summary>
internal static class Enquiring
{
    /// <summary>So many sentences back the question is looked for.</summary>
    private const int Sentences = 2;

    /// <summary>What is to be found out, and the token behind the words that say so; null where something else is asked.</summary>
    /// <param name="words">The message.</param>
    /// <param name="request">The words that ask.</param>
    /// <param name="author">Who is meant by "I"; null where that is to stay.</param>
    public static (string Title, int To)? Of(MessageWords words, Candidate request, string? author)
    {
        if (request.Needs >= 0 || Seeking(words, request) is not var (verb, to))
            return null;
        for (var back = 1; back <= Sentences && request.Sentence.Index - back >= 0; back++)
        {
            var s = words.Sentences[request.Sentence.Index - back];
            if (words.At(s.To).Is("?"))
                return Told(words, s, author) is { } told ? ($"{verb} {told}", to) : null;
            if (back == 1 && Whether(words, s, author) is { } open)
                return ($"{verb} {open}", to);
        }

        return null;
    }

    /// <summary>"Look it up", "look into it", "find out", "work it out": how one comes to know it, and the token behind it.</summary>
    private static (string Verb, int To)? Seeking(MessageWords words, Candidate request)
    {
        var i = request.Content;
        var it = words.At(i + 1).Lower is "it" or "that" or "this";
        (string Verb, int To)? found = words.At(i).Lower switch
        {
            "look" when it && words.At(i + 2).Is("up") => ("look up", i + 3),
            "look" when words.At(i + 1).Is("into") && words.At(i + 2).Lower is "it" or "that" or "this" => (
                "look into",
                i + 3
            ),
            "find" when it && words.At(i + 2).Is("out") => ("find out", i + 3),
            "dig" when it && words.At(i + 2).Is("out") => (
                "dig out",
                words.At(i + 3).Is("for") && words.At(i + 4).Is("me") ? i + 5 : i + 3
            ),
            "find" when words.At(i + 1).Is("out") => ("find out", i + 2),
            "work" when it && words.At(i + 2).Is("out") => ("work out", i + 3),
            "write" when it && words.At(i + 2).Lower is "up" or "down" => ($"write {words.At(i + 2).Lower}", i + 3),
            _ => null,
        };
        return
            found is { } seeking
            && (
                seeking.To >= request.End
                || !words.IsPlain(seeking.To)
                || words.ClassAt(seeking.To) is WordClass.Conjunction or WordClass.Modal
            )
            ? seeking
            : null;
    }

    /// <summary>"We'd love sparklers, if the mill allows them": "if the mill allows them"; null where no such thing is open.</summary>
    private static string? Whether(MessageWords words, Sentence s, string? author)
    {
        for (var i = s.From; i + 2 < s.To; i++)
            // "I think we've been paying for two lines"
            if (words.ClassAt(i) is WordClass.I && words.At(i + 1).Lower is "think" or "suspect" or "reckon")
                return "whether " + Said(words, i + 2, EndOfWhatIsThought(words, i + 2, s.To), author);
        for (var i = s.From + 1; i + 2 < s.To; i++)
            if (words.At(i).Is("if") && words.ClassAt(i - 1) is WordClass.Comma)
                return Said(words, i, s.To, author);
        return null;
    }

    private static int EndOfWhatIsThought(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (Listing.IsMark(words, i) || words.At(i).Lower is "since")
                return i;
        return to;
    }

    /// <summary>"What would it cost us?": "what it would cost us"; null where it cannot be said so.</summary>
    private static string? Told(MessageWords words, Sentence s, string? author)
    {
        var asks = s.From;
        while (asks < s.To && words.ClassAt(asks) is not WordClass.Question)
            asks++;
        if (asks >= s.To)
            return null;
        var helping = asks + 1;
        while (helping < s.To && !words.ClassAt(helping).IsHelping())
            helping++;
        var (subject, verb) = (helping + 1, SubjectEnd(words, helping + 1, s.To));
        // "Who rang", "who is coming": it stands as it is told.
        if (helping >= s.To || verb is not { } behind)
            return helping < s.To || asks + 1 < s.To ? Said(words, asks, s.To, author) : null;
        var (wanted, who) = (Said(words, asks, helping, author), Said(words, subject, behind, author));
        var (main, rest) = (words.At(behind).Lower, Said(words, behind + 1, s.To, author));
        // "What did Ada and Ben charge?": whose doing it is, is not clear.
        if (words.ClassAt(helping) is WordClass.Do or WordClass.DoBase && !WordForms.IsVerb(main))
            return null;
        return words.At(helping).Lower switch
        {
            "did" => $"{wanted} {who} {WordForms.PastOf(main)} {rest}".TrimEnd(),
            "does" => $"{wanted} {who} {WordForms.ThirdOf(main)} {rest}".TrimEnd(),
            "do" => $"{wanted} {who} {main} {rest}".TrimEnd(),
            var other => $"{wanted} {who} {other} {Said(words, behind, s.To, author)}".TrimEnd(),
        };
    }

    /// <summary>The token behind who or what does it; null where nobody is named there.</summary>
    private static int? SubjectEnd(MessageWords words, int i, int to)
    {
        if (i >= to)
            return null;
        if (words.ClassAt(i) is WordClass.I or WordClass.We or WordClass.You or WordClass.Subject or WordClass.Person)
            return i + 1;
        return new Mentions(words).In(i, to) is [var first, ..] && first.From == i && first.To < to ? first.To : null;
    }

    private static string Said(MessageWords words, int from, int to, string? author)
    {
        var (left, meant) = (new bool[words.Count], new Dictionary<int, string>());
        for (var i = from; i < to; i++)
        {
            left[i] = true;
            if (author is not null && words.ClassAt(i) is WordClass.I && words.At(i).Is("i"))
                meant[i] = author;
        }

        return Titles.Joined(words, from, to, left, author, Opening(words, from), meant);
    }

    private static string? Opening(MessageWords words, int i) =>
        words.ClassAt(i) is WordClass.Question ? words.At(i).Lower : null;
}
