using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads names that stand together: "Ada and Ben", "one of the drivers", "(owner: Ada)".</summary>
/// <param name="words">The message.</param>
internal sealed class NamesTogether(MessageWords words)
{
    private static readonly FrozenSet<string> Company = Lexicon.Set(
        "crew team lads lad lot people folk guys love mate"
    );

    private bool IsWho(int i) => words.ClassAt(i) is WordClass.Tag or WordClass.Person or WordClass.Crew;

    /// <summary>"Cover for Ada", "stand in for Ada": somebody else does it.</summary>
    private bool IsStoodInFor(int i) =>
        words.At(i - 1).Is("for")
        && (
            words.At(i - 2).Lower is "cover" or "covers" or "covering" or "deputise"
            || (
                words.At(i - 2).Is("in")
                && words.At(i - 3).Lower is "stand" or "standing" or "fill" or "filling" or "step"
            )
        );

    /// <summary>"Under the shop", "in the workshop": where something is, though a crew is called so.</summary>
    private bool IsAPlace(int the) =>
        words.At(the - 1).Lower
            is "in"
                or "under"
                or "behind"
                or "outside"
                or "inside"
                or "at"
                or "near"
                or "into"
                or "above"
                or "below"
                or "beside"
                or "opposite";

    /// <summary>The names that stand together from a token on; null where none does.</summary>
    public WhoPhrase? Read(int i)
    {
        var at = i;
        if (words.At(at).Lower is "one" or "all" or "half" or "some" or "two" && words.At(at + 1).Is("of"))
            at += 2;
        // "It'd be good if someone from the kitchen could look"
        else if (
            words.At(i - 1).Is("if")
            && words.At(at).Lower is "someone" or "somebody" or "anyone" or "anybody"
            && words.At(at + 1).Lower is "from" or "in" or "at"
        )
            at += 2;
        else if (OwnerMarks.PastOne(words, i) is { } named)
            at = named;
        if (words.At(at).Is("the") && words.ClassAt(at + 1) is WordClass.Crew)
            at++;
        // "The cellar door", where a crew is called so
        if (
            at < words.Count
            && words.ClassAt(at) is WordClass.Crew
            && words.At(at - 1).Is("the")
            && words.ClassAt(at + 1) is WordClass.Noun
            && !Company.Contains(words.At(at + 1).Lower)
            && !words.At(at + 1).Lower.EndsWith('s')
        )
            return null;
        if (at >= words.Count || !IsWho(at) || IsStoodInFor(i) || (at > i && IsAPlace(i)))
            return null;
        var names = new List<int>();
        while (true)
        {
            names.Add(at++);
            if (Company.Contains(words.At(at).Lower) && words.At(at).IsWord)
                at++;
            var joint = at;
            while (
                joint < words.Count && (words.At(joint).Lower is "," or "and" or "&" or "/" or "+") && joint < at + 2
            )
                joint++;
            // "Ada and the drivers"
            if (
                joint > at
                && words.At(joint).Is("the")
                && words.ClassAt(joint + 1) is WordClass.Crew
                && !words.At(at).Is(",")
            )
                joint++;
            if (
                joint < words.Count
                && IsWho(joint)
                && (joint > at || words.ClassAt(joint) is WordClass.Tag)
                && !(joint == at + 1 && words.At(at).Is(",") && AreApart(i, joint))
            )
                at = joint;
            else
                break;
        }

        return new(i, at, names);
    }

    /// <summary>"Bags for the counter, Suki", "please, Jago, Wolf is away": two names with a comma, and only one is spoken to.</summary>
    private bool AreApart(int first, int second) =>
        words.ClassAt(first - 1) is WordClass.Preposition or WordClass.Verb
            // "I'd like Ada, Ben and Tom to wash it"
            && !(words.At(second + 1).Lower is "and" or "&")
        || words.At(first).Is("the")
            && words.ClassAt(first - 1) is WordClass.Do or WordClass.Third or WordClass.VerbOrNoun or WordClass.DoBase
        || words.ClassAt(second + 1) is WordClass.Be or WordClass.Have or WordClass.Past or WordClass.Third
        // "Ada, drivers say they need more"
        || (
            words.ClassAt(second) is WordClass.Crew
            && words.At(second + 1).Lower is "say" or "want" or "need" or "reckon"
        );
}
