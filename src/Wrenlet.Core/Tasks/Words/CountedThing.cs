namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells the place of a thing in a row from a day of the month.</summary>
internal static class CountedThing
{
    /// <summary>"The doors on the 2nd floor": one of several things; "by the 2nd staff rotas" is a day.</summary>
    /// <param name="tokens">The message.</param>
    /// <param name="from">First token of what may be a day, "the" included.</param>
    /// <param name="thing">The token behind the number.</param>
    public static bool IsOneOfSeveral(Tokens tokens, int from, int thing) =>
        thing < tokens.Count
        && tokens[thing] is { IsWord: true, Name: null } word
        && !(from > 0 && tokens[from - 1].Lower is "by" or "before" or "until" or "till")
        && WordForms.ClassOf(word.Lower) is WordClass.Noun or WordClass.NounOrVerb
        && !(word.Lower is "morning" or "afternoon" or "evening" or "night" or "noon" or "midday" or "lunchtime")
        && !word.Lower.EndsWith('s');
}
