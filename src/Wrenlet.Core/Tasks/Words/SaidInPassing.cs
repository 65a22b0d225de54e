namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds words that are said in passing, of which nothing is to be done: "by the way", "as agreed", ", Mr Osei".</summary>
internal static class SaidInPassing
{
    /// <summary>Whether a word is one of such a phrase.</summary>
    public static bool Is(Tokens tokens, int i) =>
        tokens[i].Lower switch
        {
            "by" => tokens[i + 1].Is("the") && tokens[i + 2].Is("way"),
            "the" => tokens[i - 1].Is("by") && tokens[i + 1].Is("way"),
            "way" => tokens[i - 1].Is("the") && tokens[i - 2].Is("by"),
            "as" => IsSettled(tokens[i + 1].Lower) && IsApart(tokens, i + 2),
            var word when IsSettled(word) => (tokens[i - 1].Is("as") && IsApart(tokens, i + 1))
                || (word is "agreed" && tokens[i + 1].Is(":")),
            _ => false,
        };

    private static bool IsSettled(string word) => word is "agreed" or "discussed" or "arranged" or "promised";

    private static bool IsApart(Tokens tokens, int i) =>
        tokens[i].Lower is "," or ":" or "-" || tokens[i].Name is not null;

    /// <summary>
    /// "We'll get the report to you by Friday, Mr Osei": the comma before which customer it is said to; null where none is named so.
    /// </summary>
    public static int? Outsider(MessageWords words, Candidate request)
    {
        var i = request.End;
        while (
            i > request.Content
            && (
                words.At(i - 1).Name is { Owner: null }
                || (i < request.End && PeopleWords.IsTitle(words.At(i - 1).Lower.TrimEnd('.')))
            )
        )
            i--;
        if (i == request.End || words.ClassAt(i - 1) is not WordClass.Comma)
            return null;
        for (var k = request.From; k < i; k++)
            if (words.ClassAt(k) is WordClass.You || words.At(k).Lower is "your" or "yours")
                return i - 1;
        return null;
    }
}
