namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds what marks a name as that of whom something is for: "assigned to Ada", "owner: Ada", "to be done by Ada".</summary>
internal static class OwnerMarks
{
    /// <summary>The token behind such a mark that opens at one; null where none does.</summary>
    public static int? PastOne(MessageWords words, int i)
    {
        if (
            words.ClassAt(i - 1)
            is not (WordClass.Comma or WordClass.Dash or WordClass.Bracket or WordClass.Stop or WordClass.Edge)
        )
            return null;
        var at = words.At(i).Lower switch
        {
            "assigned" when words.At(i + 1).Is("to") => i + 2,
            "to" when words.At(i + 1).Is("be") && words.At(i + 2).Is("done") && words.At(i + 3).Is("by") => i + 4,
            "person" when words.At(i + 1).Is("responsible") => i + 2,
            "owner" or "responsible" => i + 1,
            _ => -1,
        };
        return at < 0 ? null
            : words.ClassAt(at) is WordClass.Colon or WordClass.Dash || words.At(at).Is("is") ? at + 1
            : at;
    }
}
