namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what several do where brackets or the author's own part tell whose is what: "records (Ada), menus (Ben)", "I'll do the
/// front, you do the back".
/// </summary>
internal static class SharedApart
{
    /// <summary>"Training records (Ada), cleaning log (Ben), menus (Tom)": each with whose it is behind it.</summary>
    public static List<ListedPart> NamedInBrackets(MessageWords words, Sentence s)
    {
        var parts = new List<ListedPart>();
        // "For the fair we need signs (Ada), the tables up (Ben)"
        var from = words.TimeAt(s.From)?.To ?? s.From;
        if (words.ClassAt(from) is WordClass.Comma)
            from++;
        if (words.ClassAt(from) is WordClass.I or WordClass.We && words.At(from + 1).Lower is "need" or "want")
            from += 2;
        for (var i = from; i < s.To; i++)
            if (words.ClassAt(i) is WordClass.Colon && parts.Count == 0)
                from = i + 1;
            else if (words.At(i).Is("(") && words.WhoAt(i + 1, s.To) is { } who && i > from)
            {
                // "Posters (Ben?)"
                var closes = words.At(who.To).Is("?") ? who.To + 1 : who.To;
                // "The barriers (Ben, by Friday)"
                if (words.At(closes).Is(",") && words.TimeAt(closes + 1) is { } by)
                    closes = by.To;
                // "Training cards (me, when I find them)"
                if (words.At(closes).Is(",") && words.At(closes + 1).Lower is "when" or "once" or "if" or "as")
                    while (closes < s.To && !words.At(closes).Is(")"))
                        closes++;
                if (!words.At(closes).Is(")"))
                    continue;
                while (from < i && Listing.IsJoint(words, from))
                    from++;
                // "Somebody to test plugs (Ben?)"
                var deed =
                    words.At(from).Lower is "somebody" or "someone" && words.At(from + 1).Is("to") ? from + 2 : from;
                parts.Add(new(s, from, deed, deed, closes + 1, who));
                from = i = closes + 1;
            }

        // "..., the barriers (Ben) and a water tank"
        if (
            parts.Count > 1
            && words.At(from).Is("and")
            && s.To - from is > 1 and < 12
            && (words.ClassAt(from + 1).CanOpenAThing() || words.ClassAt(from + 1) is WordClass.Someone)
            && !Tells(words, from + 1, s.To)
        )
            parts.Add(new(s, from + 1, from + 1, from + 1, s.To, null) { IsAThing = true });
        // "The list (Ada) and the keys (Ben) are in the drawer" tells.
        return
            parts.Count > 1
            && (
                !Listing.States(words, parts[^1].End, s.To)
                // "..., and nothing, I mean nothing, in the corridors"
                || Listing.IsJoint(words, parts[^1].End)
            )
            && parts.TrueForAll(p =>
                words.ClassAt(p.Content) is not WordClass.Preposition && !Tells(words, p.Content, EndOf(words, p))
            )
            ? parts
            : [];
    }

    /// <summary>"Safety check by Ada, meter readings by Ben, keys from me": each with who is to do it behind it.</summary>
    public static List<ListedPart> NamedBehindBy(MessageWords words, Sentence s)
    {
        var parts = new List<ListedPart>();
        var from = s.From;
        for (var i = from; i < s.To; i++)
            if (words.ClassAt(i) is WordClass.Colon && parts.Count == 0)
                from = i + 1;
            else if (
                (words.At(i).Is("by") || (words.At(i).Is("from") && parts.Count > 0))
                && i > from
                && words.WhoAt(i + 1, s.To) is { } who
            )
            {
                var end = words.TimeAt(who.To) is { Due: not null, Repeats: null } by ? by.To : who.To;
                if (end < s.To && !Listing.IsJoint(words, end))
                    return [];
                while (from < i && Listing.IsJoint(words, from))
                    from++;
                if (!words.ClassAt(from).CanOpenAThing() && words.ClassAt(from) is not WordClass.Gerund)
                    return [];
                parts.Add(new(s, from, from, from, end, who) { IsAThing = true });
                from = i = end;
            }

        return parts.Count > 1 && from == s.To && parts.TrueForAll(p => !Tells(words, p.Content, p.End)) ? parts : [];
    }

    /// <summary>"Fair - tents: Ada, glasses: Ben, food: Tom": each with who is to see to it behind its colon.</summary>
    public static List<ListedPart> NamedBehindColons(MessageWords words, Sentence s)
    {
        var parts = new List<ListedPart>();
        var from = s.From;
        for (var i = s.From; i < s.To; i++)
            if (words.ClassAt(i) is WordClass.Dash && parts.Count == 0)
                from = i + 1;
            else if (words.ClassAt(i) is WordClass.Colon && words.WhoAt(i + 1, s.To) is { } who && i > from)
            {
                if (who.To < s.To && !Listing.IsJoint(words, who.To))
                    return [];
                while (from < i && Listing.IsJoint(words, from))
                    from++;
                if (!words.ClassAt(from).CanOpenAThing() || Tells(words, from, i))
                    return [];
                parts.Add(new(s, from, from, from, i, who) { IsAThing = true });
                from = i = who.To;
            }

        return parts.Count > 1 && from == s.To ? parts : [];
    }

    /// <summary>"Two finished stools" are a thing.</summary>
    private static bool Tells(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (
                Listing.States(words, i, i + 1)
                && !(words.ClassAt(i) is WordClass.Past && i > from && i + 1 < to && words.IsPlain(i + 1))
            )
                return true;
        return false;
    }

    /// <summary>Before "sharpened" in "the good knives sharpened (Ada)": how a thing is to be.</summary>
    private static int EndOf(MessageWords words, ListedPart part)
    {
        var bracket = part.End - 1;
        if (part.Who is null)
            return part.End;
        while (!words.At(bracket).Is("("))
            bracket--;
        return words.ClassAt(bracket - 1) is WordClass.Past ? bracket - 1 : bracket;
    }

    /// <summary>"Ada, I'll do the front, you do the back": what is left to whom it is said.</summary>
    public static List<ListedPart> WithMe(MessageWords words, Sentence s)
    {
        if (words.WhoAt(s.From, s.To) is not { } who || PromisedBeside(words, s, s.From) < 0)
            return [];
        for (var i = who.To + 1; i + 2 < s.To; i++)
            if (
                Listing.IsJoint(words, i - 1)
                && words.ClassAt(i) is WordClass.You
                && (Listing.Orders(words, i + 1) || words.At(i + 1).Is("do"))
                && words.CuesAt(s, i).Count == 0
            )
                return [new(s, i, i, i + 1, s.To, who)];
        return [];
    }

    /// <summary>
    /// "Ada sweeps, Ben mops and I'll lock up": where the author's own part begins; 0 where it stands ahead, -1 where there is none.
    /// </summary>
    public static int PromisedBeside(MessageWords words, Sentence s, int last)
    {
        for (var i = s.From; i + 1 < s.To; i++)
            if (
                (i == s.From || Listing.IsJoint(words, i - 1) || words.ClassAt(i - 1) is WordClass.Colon)
                && words.CuesAt(s, i).Any(c => c.Cue.Label is "promise")
            )
                return i > last ? i : 0;
        return -1;
    }
}
