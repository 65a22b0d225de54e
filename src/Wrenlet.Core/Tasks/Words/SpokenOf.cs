using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds what "it", "them" or "him" in a request means: what the words before it are about.</summary>
internal static class SpokenOf
{
    private static readonly string[] Pronouns = ["it", "them", "him", "her", "that", "those", "this", "these"];

    /// <summary>Verbs after which it is the thing that one goes on about, not who did it.</summary>
    private static readonly FrozenSet<string> Handing = FrozenSet.ToFrozenSet([
        "sent",
        "left",
        "delivered",
        "brought",
        "bought",
        "ordered",
        "forgot",
        "forgotten",
        "lost",
        "found",
        "borrowed",
        "returned",
        "wrote",
        "written",
        "made",
        "scratched",
        "dropped",
        "posted",
        "broke",
        "broken",
    ]);

    /// <summary>
    /// What the words before a request are about: "the tail lift" of "the tail lift creaks, grease it"; null where they name
    /// nothing, or the request needs nothing.
    /// </summary>
    public static string? In(MessageWords words, Candidate request)
    {
        var needed = Enumerable
            .Range(request.Content, request.End - request.Content)
            .Any(i => IsPronoun(words, request, i));
        var bare = Enumerable.Range(request.Content, request.End - request.Content).Count(words.IsPlain) == 1;
        var topical =
            bare
            && words.ClassAt(request.Content)
                is WordClass.Verb
                    or WordClass.VerbOrNoun
                    or WordClass.NounOrVerb
                    or WordClass.VerbOrAdjective;
        if (!needed && !topical)
            return null;
        // "Roses: deadhead": a verb alone takes what stands before its colon; only that.
        if (
            topical
            && !needed
            && !(request.From > request.Sentence.From && words.ClassAt(Before(words, request)) is WordClass.Colon)
        )
            return null;
        var before = request.Sentence.Index > 0 ? words.Sentences[request.Sentence.Index - 1] : null;
        if (
            IsSomebody(words, request)
            && (
                Somebody(words, request.Sentence.From, request.From)
                ?? (before is null ? null : Somebody(words, before.From, before.To))
            )
                is { } somebody
        )
            return somebody;
        return Phrase(words, request.Sentence.From, request.From)
            ?? (needed && before is not null && !IsSomebody(words, request) ? Before(words, before) : null);
    }

    private static bool IsSomebody(MessageWords words, Candidate request) =>
        Enumerable
            .Range(request.Content, request.End - request.Content)
            .Any(i => words.At(i).Lower is "him" or "her" && IsPronoun(words, request, i));

    /// <summary>Whom a run of tokens is about, past the one to whom it is said; null where it opens with no name.</summary>
    private static string? Somebody(MessageWords words, int from, int to)
    {
        if (words.WhoAt(from, to) is { } who && who.To < to && words.ClassAt(who.To) is WordClass.Comma)
            from = who.To + 1;
        // "If Mr Osei calls, put him through".
        while (from < to && words.ClassAt(from) is WordClass.Subordinator or WordClass.Courtesy)
            from++;
        var name = Named(words, from, to);
        return name.Contains(' ', StringComparison.Ordinal) || (name.Length > 0 && words.WhoAt(from, to) is not null)
            ? name
            : null;
    }

    /// <summary>A title with the thing in the place of its pronoun, or after its verb where it has none.</summary>
    public static string Named(string title, string thing)
    {
        var parts = title.Split(' ').ToList();
        var at = parts.FindIndex(1, p => Pronouns.Contains(p.TrimEnd(',').ToLowerInvariant()));
        if (at < 0)
            parts.Add(thing);
        else
            parts[at] = thing + (parts[at].EndsWith(',') ? "," : "");
        return string.Join(' ', parts);
    }

    private static string? Before(MessageWords words, Sentence sentence) => Phrase(words, sentence.From, sentence.To);

    private static int Before(MessageWords words, Candidate request)
    {
        var i = request.From - 1;
        while (
            i > request.Sentence.From
            && words.ClassAt(i) is WordClass.Person or WordClass.Tag or WordClass.Crew or WordClass.Courtesy
        )
            i--;
        return i;
    }

    /// <summary>The first thing that is named: up to the verb, mark or clause after it.</summary>
    private static string? Phrase(MessageWords words, int from, int to)
    {
        var i = from;
        // "could Jarek wash the minibus"
        while (i < to && (!words.IsPlain(i) || words.ClassAt(i) is WordClass.Modal or WordClass.You))
            i++;
        // "If the glass comes": about the glass.
        while (i < to && words.ClassAt(i) is WordClass.Subordinator)
            i++;
        // "There are six boxes in front of the door": about the boxes.
        if (i + 1 < to && words.At(i).Is("there") && words.ClassAt(i + 1) is WordClass.Be)
        {
            i += 2;
            for (var k = i + 1; k < to && Goes(words, k, i); k++)
                if (words.At(k).Lower is "in" or "on" or "at")
                    to = k;
        }

        // "I checked the winch", "there's a parcel", "I'm going over the sheet": about what the verb is done to.
        if (i < to && words.ClassAt(i) is WordClass.I or WordClass.We or WordClass.Stating)
        {
            i++;
            for (var k = i; k < to && k < i + 4; k++)
                if (words.ClassAt(k) is WordClass.Determiner or WordClass.Possessive)
                {
                    i = k;
                    break;
                }
        }

        // "Benedikta rang about her invoice": about the invoice, which is hers by name.
        var whose = "";
        for (var k = i + 1; k < to - 1 && k < i + 8; k++)
            if (words.At(k).Is("about") && words.ClassAt(k + 1) is WordClass.Determiner or WordClass.Possessive)
            {
                if (words.At(k + 1).Lower is "her" or "his" or "their")
                    whose = Named(words, from, k);
                i = whose.Length > 0 ? k + 2 : k + 1;
                break;
            }

        // "Thorne and Daughter have sent a new version": about what they have sent.
        var said = i;
        while (said < to && (IsName(words, said) || (said > from && words.At(said).Is("and"))))
            said++;
        if (whose.Length == 0 && (said > from + 1 || (said > from && !words.IsPlain(from))))
            for (var k = said; k < to && k < said + 4 && !Marks(words.ClassAt(k)); k++)
                if (words.ClassAt(k) is WordClass.Determiner)
                {
                    i = k;
                    break;
                }

        // "sand the hatch"
        while (
            i < to && IsVerb(words.ClassAt(i)) && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Possessive
        )
            i++;
        // "keep an eye on the gauge"
        if (i + 3 < to && words.At(i).Is("an") && words.At(i + 1).Is("eye") && words.At(i + 2).Is("on"))
            i += 3;
        // "The director wants the stairs wider": about what is wanted.
        for (var k = i; k < to - 1 && k < i + 5; k++)
            if (words.At(k).Lower is "wants" or "want" or "wanted")
            {
                i = k + 1;
                while (i < to && (words.ClassAt(i) is WordClass.To || IsVerb(words.ClassAt(i))))
                    i++;
                break;
            }

        if (i >= to || (whose.Length == 0 && !Begins(words.ClassAt(i))))
            return null;
        var start = i;
        while (i < to && Goes(words, i, start))
            i++;
        // "The council sent the corrections", "she left a parcel": about what was sent and left.
        if (
            i < to
            && Handing.Contains(words.At(words.ClassAt(i) is WordClass.Have or WordClass.HaveBase ? i + 1 : i).Lower)
        )
            for (var k = i + 1; k < to && k < i + 4; k++)
                if (words.ClassAt(k) is WordClass.Determiner or WordClass.Possessive)
                    return Phrase(words, k, to);
        // "two of them start on Monday"
        if (i - start > 2 && i < to && words.ClassAt(i) is WordClass.Time && IsVerb(words.ClassAt(i - 1)))
            i--;
        // "the exits clear", "the parts come": what they are to be, or do.
        if (
            i - start > 2
            && (
                words.ClassAt(i - 1) is WordClass.VerbOrAdjective
                || (words.ClassAt(i - 1) is WordClass.Verb && words.At(i - 2).Lower.EndsWith('s'))
            )
        )
            i--;
        // A determiner alone names nothing.
        if (
            i == start
            || i - start > 8
            || (i == start + 1 && words.ClassAt(start) is WordClass.Determiner or WordClass.Number)
        )
            return null;
        var phrase = words.Slice(start, i);
        if (whose.Length > 0)
            return $"{whose}'s {phrase}";
        // What was first "a parcel" is "the parcel" from then on.
        if (words.At(start).Lower is "a" or "an" && i > start + 1)
            return "the" + phrase[words.At(start).Span.Length..];
        return
            char.IsUpper(phrase[0])
            && words.ClassAt(start) is WordClass.Determiner or WordClass.Noun or WordClass.Number
            && start == from
            ? char.ToLowerInvariant(phrase[0]) + phrase[1..]
            : phrase;
    }

    /// <summary>The name that opens a run of tokens: its words with a capital; empty where there is none.</summary>
    private static string Named(MessageWords words, int from, int to)
    {
        var i = from;
        while (i < to && IsName(words, i))
            i++;
        return i == from ? "" : words.Slice(from, i);
    }

    private static bool IsName(MessageWords words, int i) =>
        words.At(i).IsWord
        && char.IsUpper(words.Text[words.At(i).Span.Start])
        && words.ClassAt(i) is not (WordClass.Determiner or WordClass.Possessive);

    private static bool Marks(WordClass kind) =>
        kind is WordClass.Comma or WordClass.Dash or WordClass.Colon or WordClass.Stop or WordClass.Bracket;

    private static bool IsVerb(WordClass kind) =>
        kind
            is WordClass.Verb
                or WordClass.VerbOrNoun
                or WordClass.NounOrVerb
                or WordClass.VerbOrAdjective
                or WordClass.Past
                or WordClass.Have
                or WordClass.HaveBase;

    private static bool Begins(WordClass kind) =>
        kind
            is WordClass.Determiner
                or WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.Possessive
                or WordClass.Other
                or WordClass.Number
                or WordClass.Third;

    private static bool Goes(MessageWords words, int i, int start) =>
        words.ClassAt(i)
            is WordClass.Determiner
                or WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrNoun
                or WordClass.VerbOrAdjective
                or WordClass.Possessive
                or WordClass.Other
                or WordClass.Number
                or WordClass.Verb
        || (
            i > start
            && words.ClassAt(i) is WordClass.Preposition
            && words.At(i).Lower is "of" or "on" or "in" or "at" or "for" or "to"
        )
        // "exits"; "the exits"
        || (
            words.ClassAt(i) is WordClass.Third
            && (i == start || words.ClassAt(i - 1) is WordClass.Determiner or WordClass.Possessive or WordClass.Number)
        )
        // "the back wall", "the off switch"
        || (
            words.ClassAt(i - 1) is WordClass.Determiner
            && words.ClassAt(i) is WordClass.Adverb or WordClass.Preposition
            && words.ClassAt(i + 1) is WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun or WordClass.Third
        );

    private static bool IsPronoun(MessageWords words, Candidate request, int i) =>
        i > request.Content
        && words.At(i).IsWord
        && Pronouns.Contains(words.At(i).Lower)
        // "that page", "her number": no pronoun but part of what follows
        && !(
            words.At(i).Lower is "that" or "those" or "this" or "these" or "her"
            && words.IsPlain(i + 1)
            && i + 1 < request.End
        );
}
