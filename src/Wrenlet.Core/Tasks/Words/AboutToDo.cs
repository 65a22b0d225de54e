namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds what its author is about to do, said without "will": "I'm cutting the boards tomorrow".</summary>
internal static class AboutToDo
{
    /// <summary>"I'm cutting the boards tomorrow": the verb of what the author is about to do; null where nothing is to come.</summary>
    public static int? In(MessageWords words, Sentence sentence, int i)
    {
        var verb =
            words.At(i).Is("i'm") ? i + 1
            : words.At(i).Is("i") && words.At(i + 1).Is("am") ? i + 2
            : -1;
        if (
            verb < 0
            || words.ClassIn(sentence, verb) is not WordClass.Gerund
            || WordForms.GerundBase(words.At(verb).Lower)
                is null
                    or "see"
                    or "meet"
                    or "visit"
                    or "have"
                    or "leave"
                    or "expect"
                    or "watch"
                    or "spend"
            || words.ClassIn(sentence, verb + 1)
                is not (WordClass.Determiner or WordClass.Possessive or WordClass.Object or WordClass.Other)
        )
            return null;
        for (
            var k = verb + 2;
            k < sentence.To && words.ClassAt(k) is not (WordClass.Comma or WordClass.Conjunction);
            k++
        )
            if (words.TimeAt(k) is { Due: not null, Repeats: null })
                return verb;
        return null;
    }
}
