namespace Wrenlet.Core.Tasks.Words;

/// <summary>What a token can be in its sentence, as far as the word itself says.</summary>
internal enum WordClass
{
    /// <summary>Beyond the sentence.</summary>
    Edge,

    /// <summary>Base form of what is mostly a verb: "fetch".</summary>
    Verb,

    /// <summary>Verb as often as noun: "order".</summary>
    VerbOrNoun,

    /// <summary>Noun more often than verb: "water".</summary>
    NounOrVerb,

    /// <summary>Adjective and verb: "clean".</summary>
    VerbOrAdjective,

    /// <summary>"finished", "went".</summary>
    Past,

    /// <summary>"painting".</summary>
    Gerund,

    /// <summary>"finishes", and many a plural.</summary>
    Third,

    /// <summary>"Is", "were"; "be" by itself is a verb.</summary>
    Be,

    /// <summary>"Has", "had".</summary>
    Have,

    /// <summary>"Does", "did".</summary>
    Do,

    /// <summary>"Have", which states and orders.</summary>
    HaveBase,

    /// <summary>"Do", which asks and orders.</summary>
    DoBase,
    Modal,

    /// <summary>A pronoun and its verb in one: "it's", "they've".</summary>
    Stating,

    /// <summary>He, she, it, they, there.</summary>
    Subject,
    I,
    We,
    You,

    /// <summary>Me, him, them.</summary>
    Object,

    /// <summary>Somebody, everyone, whoever.</summary>
    Someone,

    /// <summary>Nobody, nothing.</summary>
    NoOne,
    Determiner,
    Possessive,
    Preposition,
    To,
    Conjunction,
    Subordinator,
    Question,
    Denial,
    Number,
    Tag,
    Person,
    Crew,
    Other,
    Time,
    Priority,
    Courtesy,
    Adverb,
    Noun,
    Comma,
    Colon,
    Dash,
    Bracket,
    Stop,
    Bullet,
    Mark,
}

/// <summary>What words of some classes have in common.</summary>
internal static class WordClasses
{
    /// <summary>Whether it makes a statement with the verb that follows, or by itself: "is", "had", "do", "would".</summary>
    public static bool IsHelping(this WordClass kind) =>
        kind
            is WordClass.Be
                or WordClass.Have
                or WordClass.HaveBase
                or WordClass.Do
                or WordClass.DoBase
                or WordClass.Modal;

    /// <summary>Whether it can open the name of a thing: "the pump", "pumps", "Kit's saw".</summary>
    public static bool CanOpenAThing(this WordClass kind) =>
        kind
            is WordClass.Determiner
                or WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.Possessive
                or WordClass.Other;
}
