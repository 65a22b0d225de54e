namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds the base form of the verb that a request opens with: titles are orders.</summary>
internal static class BaseForms
{
    /// <summary>
    /// "Would you mind fetching", "it'd be good if somebody fetched", "Kit fetches": "fetch"; null where the words begin in the base form.
    /// </summary>
    public static string? Of(MessageWords words, Candidate request) =>
        words.ListedAs(request) is { IsAThing: true } ? null
        : words.DoneBy(request.Content) is { } done ? done
        // "Kit: clears the yard"
        : words.ClassAt(request.Content - 1) is WordClass.Colon
        && words.ClassAt(request.Content - 2) is WordClass.Person
        && words.ClassAt(request.Content) is WordClass.Third
        && words.ClassAt(request.Content + 1) is WordClass.Determiner or WordClass.Possessive
            ? WordForms.ThirdBase(words.At(request.Content).Lower)
        // "Everybody needs to have done the test": where "have" is left out.
        : words.At(request.Content - 1).Is("have")
        && words.At(request.Content - 2).Is("to")
        && (words.ClassAt(request.Content) is WordClass.Past || words.At(request.Content).Is("done"))
            ? WordForms.PastBase(words.At(request.Content).Lower)
        // "Have you sent him the notice? If not, today please"
        : words.ClassAt(request.Content - 1) is WordClass.You
        && words.At(request.Content - 2).Is("have")
        && words.ListedAs(request) is { IsAllThatIsAsked: true }
            ? WordForms.PastBase(words.At(request.Content).Lower)
        // "Somebody checks the lights"
        : request.Cue.Cue.Label is "someone" && words.ClassAt(request.Content) is WordClass.Third
            ? WordForms.ThirdBase(words.At(request.Content).Lower)
        : request.Cue.Cue == Cues.Promise || request.Cue.Cue.Label is "who please"
            ? WordForms.GerundBase(words.At(request.Content).Lower)
        // "It's high time somebody threw them out"
        : request.Cue.Cue.Label is "ask someone"
        && words.At(request.Content - 2).Is("time")
        && words.ClassAt(request.Content) is WordClass.Past
            ? WordForms.PastBase(words.At(request.Content).Lower)
        : request.Cue.Cue.Label is "mind" or "mind who" or "kind" or "ask someone" or "remind me" or Cues.AskWho
            ? WordForms.GerundBase(words.At(request.Content).Lower)
                ?? (
                    request.Cue.Cue.Label is "kind" or Cues.AskWho
                    && (words.ClassAt(request.Content) is WordClass.Past || words.At(request.Content).Is("did"))
                        ? WordForms.PastBase(words.At(request.Content).Lower)
                        : null
                )
        // "Is there any chance of getting it back?"
        : request.Cue.Cue.Label is "ask" && words.At(request.Content - 1).Is("of")
            ? WordForms.GerundBase(words.At(request.Content).Lower)
        : null;
}
