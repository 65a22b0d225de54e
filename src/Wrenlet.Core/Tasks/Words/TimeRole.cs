namespace Wrenlet.Core.Tasks.Words;

/// <summary>What the words that lead to a time make of it.</summary>
internal enum TimeRole
{
    None,
    By,
    Before,
    From,
    After,
}

/// <summary>Reads what leads to a time: "by", "no later than", "starting from".</summary>
internal static class TimeRoles
{
    /// <summary>What a token leads to, and the token after all that leads to it; the token itself where it leads to nothing.</summary>
    public static (TimeRole Role, int To) At(Tokens tokens, int i)
    {
        switch (Word(i).Lower)
        {
            case "on" or "by" or "at" when Word(i + 1).Is("or") && Word(i + 2).Lower is "before" or "by":
                return (TimeRole.By, i + 3);
            case "at" when Word(i + 1).Is("the") && Word(i + 2).Is("earliest"):
                return (TimeRole.From, Word(i + 3).Is("on") ? i + 4 : i + 3);
            case "by"
            or "on"
            or "for"
            or "at"
            or "until"
            or "till"
            or "due"
            or "around"
            or "about"
                // "Reconcile the till"
                when Word(i).IsWord && !(Word(i).Is("till") && IsMoneyTaken(Word(i - 1).Lower)):
                var then = i + 1;
                if (Word(i).Is("due") && Word(then).Lower is "on" or "by" or "at")
                    then++;
                if (Word(i).Is("by") && Word(then).Lower is "around" or "about")
                    then++;
                return (TimeRole.By, then);
            case "before" or "b4":
                return (TimeRole.Before, i + 1);
            case "in" when Word(i + 1).Is("time") && Word(i + 2).Is("for"):
                return (TimeRole.By, i + 3);
            case "right"
            or "straight"
            or "shortly"
            or "just"
            or "soon" when Word(i + 1).Lower is "before" or "after" && !IsPutRight(tokens, i):
                return (Word(i + 1).Is("before") ? TimeRole.Before : TimeRole.After, i + 2);
            case "ahead" or "in" when Word(i + 1).Lower is "of" or "advance":
                return (
                    TimeRole.Before,
                    Word(i + 1).Is("of") ? i + 2
                    : Word(i + 2).Is("of") ? i + 3
                    : i + 2
                );
            case "prior" when Word(i + 1).Is("to"):
                return (TimeRole.Before, i + 2);
            case "over" or "during" when Word(i + 1).Lower is "the" or "next":
                return (TimeRole.By, i + 1);
            case "from":
                return (TimeRole.From, i + 1);
            case "with" when Word(i + 1).Is("effect") && Word(i + 2).Is("from"):
                return (TimeRole.From, i + 3);
            case "latest" when Word(i + 1).Lower is "by" or "on" || Lexicon.Weekdays.ContainsKey(Word(i + 1).Lower):
                return (TimeRole.By, Word(i + 1).Lower is "by" or "on" ? i + 2 : i + 1);
            case "as" when Word(i + 1).Lower is "of" or "from":
                return (TimeRole.From, i + 2);
            case "after":
                return (TimeRole.After, i + 1);
            case "within":
                return (TimeRole.By, i);
            // "Repaint the tower, start Monday, done by the 30th"
            case "start" when Word(i - 1).Is(",") && Lexicon.Weekdays.ContainsKey(Word(i + 1).Lower):
                return (TimeRole.From, i + 1);
            case "starting" or "beginning":
                return (TimeRole.From, Word(i + 1).Lower is "on" or "from" ? i + 2 : i + 1);
            case "no" or "not" when Word(i + 1).Lower is "later" or "earlier" or "sooner" && Word(i + 2).Is("than"):
                return (Word(i + 1).Is("later") ? TimeRole.By : TimeRole.From, i + 3);
            case "not" when Word(i + 1).Is("before"):
                return (TimeRole.From, i + 2);
            case "not" when Word(i + 1).Is("until"):
                return (TimeRole.From, i + 2);
            default:
                return (TimeRole.None, i);
        }

        ref readonly Token Word(int k) => ref tokens[k];
    }

    /// <summary>"Reconcile the till", "the bulb over till 2": what stands before it leads to a thing.</summary>
    private static bool IsMoneyTaken(string before) =>
        before
            is "the"
                or "a"
                or "each"
                or "every"
                or "our"
                or "over"
                or "at"
                or "on"
                or "of"
                or "by"
                or "for"
                or "behind"
                or "near"
                or "use";

    /// <summary>"It has to be put right before the show", "put it right".</summary>
    private static bool IsPutRight(Tokens tokens, int i) =>
        tokens[i].Is("right")
        && (
            IsPut(tokens[i - 1].Lower)
            || (tokens[i - 1].Lower is "it" or "that" or "them" && IsPut(tokens[i - 2].Lower))
        );

    private static bool IsPut(string word) => word is "put" or "set" or "get" or "make" or "made" or "done";

    /// <summary>"Be at the depot for eight": what stands before "for" is a place to be at.</summary>
    public static bool IsBeingThere(Tokens tokens, int i)
    {
        for (var k = i - 1; k >= Math.Max(0, i - 5); k--)
            if (tokens[k].Lower is "at" or "in" && tokens[k - 1].Is("be"))
                return true;
        return false;
    }
}
