using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>Says in plain words what settles whether a time or a name belongs to a request, or speaks for it or against it.</summary>
internal static class PlaceTexts
{
    public const string StandsTooFarAway = "it stands too far away";
    public const string SaysHowLongSomethingIsSo = "it says how long something is so";
    public const string IsPartOfWhatIsTold = "it is part of what is to be told";
    public const string IsOfAllItems = "“all” before it says that it is for every item";
    public const string IsOfAnotherPart = "it is said of something else in the sentence";
    public const string SaysWhenItIsNeeded = "the words before it say when it is needed";
    public const string IsPartOfTheThing = "it is part of what is asked";
    public const string AnotherIsAsked = "somebody else is asked to do it";
    public const string IsRuledOut = "“not” before it says that it is not then";
    public const string IsOfWhatWas = "it says when something was";
    public const string IsOfACondition = "it says by when something else has to be so";
    public const string IsOfAllThatIsAsked = "it is said of all that is asked here";
    public const string IsOfAnotherItem = "it stands in another item of the list";
    public const string StandsWithItsPart = "it stands with what is shared out";
    public const string StandsWithItsVerb = "it stands before its verb";
    public const string IsCalledAtTheEnd = "it is called at the end";
    public const string IsAddressed = "they are spoken to at the head of the message";
    public const string IsWhoWrites = "it is who writes";
    public const string IsGreeted = "they are only greeted";

    public const string IsOnlySpokenOf = "the words beside it only speak of them";

    /// <summary>What each feature looks at, in the order of its values.</summary>
    private static readonly FrozenDictionary<string, Func<string, string>[]> Looks = new Dictionary<
        string,
        Func<string, string>[]
    >
    {
        ["time"] = [],
        ["time where"] = [Where],
        ["time word"] = [Led],
        ["time where+word"] = [Where, Led],
        ["time next"] = [Followed],
        ["time next+where"] = [Followed, Where, Led],
        ["time previous"] = [Follows, Where, Led],
        ["time in part"] = [Part, Where, Led],
        ["time own"] = [Own, Where],
        ["time alone"] = [Alone, Where],
        ["time fit"] = [Fit, Any, Any],
        ["time kind"] = [Kind, Any, Any],
        ["time past"] = [v => $"what is past is told before it, {Any(v)}", Any],
        ["time told"] = [v => $"it is part of what is told, {Led(v)}"],
        ["time wanted"] = [v => $"“need” or the like leads to it, {Any(v)}"],
        ["time between"] = [Between, Where],
        ["time cue"] = [FeatureTexts.Cue, Any],
        ["time sentence has request"] = [Asked, Where],
        ["time beside"] = [Any, v => $"another time is there, {Any(v)}", Side],
        ["who"] = [],
        ["who where"] = [Where],
        ["who kind"] = [Is],
        ["who where+kind"] = [Where, Is],
        ["who previous"] = [Follows, Where],
        ["who previous+where+kind"] = [Follows, Where, Any],
        ["who next+where"] = [Followed, Where, Is],
        ["who cue"] = [FeatureTexts.Cue, Where, Is],
        ["who nearer"] = [Nearer, Where, Is],
        ["who alone"] = [Alone, Where],
        ["who head"] = [Place, Where, Is],
        ["who opening"] = [v => $"what is asked begins with {FeatureTexts.Class(v)}", Where],
        ["who in part"] = [Part, Where, Is],
        ["who spoken of"] = [v => $"they are only spoken of, {v}", Is],
        ["who heads"] = [v => $"the name leads to {v}"],
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<string, string> Wheres = new Dictionary<string, string>
    {
        ["inside"] = "inside what is asked",
        ["in cue"] = "in the way of asking",
        ["before next"] = "right before what is asked",
        ["before near"] = "a few words before what is asked",
        ["before far"] = "far before what is asked",
        ["before another"] = "before something else that is asked",
        ["after next"] = "right after what is asked",
        ["after near"] = "a few words after what is asked",
        ["after far"] = "far after what is asked",
        ["after another"] = "after something else that is asked",
        ["above"] = "some sentences earlier",
        ["above next"] = "in the sentence before",
        ["above past another"] = "earlier, before something else that is asked",
        ["above line"] = "some lines above",
        ["above line next"] = "in the line above",
        ["above line past another"] = "some lines above, before something else that is asked",
        ["below"] = "some sentences later",
        ["below next"] = "in the sentence after",
        ["below past another"] = "later, after something else that is asked",
        ["below line"] = "some lines below",
        ["below line next"] = "in the line below",
        ["below line past another"] = "some lines below, after something else that is asked",
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<string, string> Kinds = new Dictionary<string, string>
    {
        ["repeat"] = "it repeats",
        ["milestone"] = "it is a milestone",
        ["from"] = "it says from when",
        ["between"] = "it says between when",
        ["far off"] = "it is most of a year away",
        ["clock"] = "it is a time of day",
        ["day"] = "it is a day",
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<string, string> Parts = new Dictionary<string, string>
    {
        ["main"] = "nothing parts it from what is asked",
        ["after a mark"] = "a mark stands before it",
        ["subordinate"] = "“if” or the like leads to it",
        ["clause"] = "“what” or the like leads to it",
        ["own subject"] = "what leads to it has a subject of its own",
        ["own verb"] = "what leads to it has a verb of its own",
    }.ToFrozenDictionary();

    /// <summary>A feature of a time or a name in words; null where it is a feature of something else.</summary>
    /// <param name="parts">Its name, and its values behind it.</param>
    public static string? Of(string[] parts) =>
        parts switch
        {
            ["time rival" or "who rival", var near, var rival] => $"it stands {Near(near)}, and {Rival(rival)}",
            ["time rival" or "who rival", var near, var own, var rival] when !Wheres.ContainsKey(near) =>
                $"it stands {Near(near)}, {OwnOne(own)}, and {Rival(rival)}",
            ["time rival" or "who rival", var where, var rival, var more] =>
                $"{Where(where)}, and {Rival(rival)}, {Any(more)}",
            ["time other" or "who other", var near, var own] => $"it stands {Near(near)}, {OwnOne(own)}",
            ["time other", var where, var own, var rival] => $"{Where(where)}, {OwnOne(own)}, and {Rival(rival)}",
            ["who other", var where, var own, var kind] => $"{Where(where)}, {OwnOne(own)}, {Is(kind)}",
            [var name, .. var values] when Looks.TryGetValue(name, out var looks) => Joined(name, values, looks),
            _ => null,
        };

    private static string Joined(string name, string[] values, Func<string, string>[] looks)
    {
        var said = string.Join(", ", values.Zip(looks, (value, look) => look(value)).Where(s => s.Length > 0));
        return said.Length > 0 ? said
            : name == "who" ? "any name"
            : "any time";
    }

    /// <summary>A value that is where it stands, what kind of thing it is or what leads to it.</summary>
    private static string Any(string value) =>
        Wheres.GetValueOrDefault(value)
        ?? Kinds.GetValueOrDefault(value)
        ?? Parts.GetValueOrDefault(value)
        ?? (Enum.TryParse<WordClass>(value, out _) ? FeatureTexts.Class(value) : Led(value));

    private static string Where(string where) => Wheres.GetValueOrDefault(where, where);

    private static string Led(string word) => word == "bare" ? "no word leads to it" : $"“{word}” leads to it";

    private static string Kind(string kind) => Kinds.GetValueOrDefault(kind, kind);

    private static string Part(string part) => Parts.GetValueOrDefault(part, part);

    private static string Followed(string name) => $"{FeatureTexts.Class(name)} behind it";

    private static string Follows(string name) => $"{FeatureTexts.Class(name)} before it";

    private static string Is(string name) => $"it is {FeatureTexts.Class(name)}";

    private static string Between(string name) => $"{FeatureTexts.Class(name)} stands between it and what is asked";

    private static string Alone(string how) =>
        how == "alone" ? "its sentence says nothing else" : "its sentence says more";

    private static string Side(string side) => side == "behind" ? "before it" : "behind it";

    private static string Asked(string asked) =>
        asked == "yes" ? "something is asked in its sentence" : "nothing is asked in its sentence";

    private static string Fit(string fit) =>
        fit switch
        {
            "closes" => "it closes what is asked",
            "opens" => "it opens what is asked",
            "behind" => "it stands behind what is asked",
            "ahead" => "it stands ahead of what is asked",
            _ => "it stands amid what is asked",
        };

    private static string Own(string own) =>
        own switch
        {
            "another inside" => "another time stands inside what is asked",
            "another inside, later" => "another time stands inside what is asked, and one later",
            "another later" => "another time stands later",
            _ => "it is the only time",
        };

    private static string Nearer(string what) =>
        what switch
        {
            "a tag" => "a tag stands nearer",
            "a name" => "a name stands nearer",
            _ => "no name stands nearer",
        };

    private static string Place(string place) =>
        place switch
        {
            "head" => "it opens its sentence",
            "tail" => "it ends its sentence",
            "item" => "what is asked is an item of a list",
            _ => "it stands within its sentence",
        };

    private static string Near(string near) =>
        near switch
        {
            "Cue" => "in the way of asking",
            "Inside" => "inside what is asked",
            "Next" => "next to what is asked",
            "Near" => "near what is asked",
            "Heading" => "in the heading",
            "Sentence" => "in the same sentence",
            _ => "in another sentence",
        };

    private static string Rival(string near) =>
        near switch
        {
            "Far" => "nothing else is asked near it",
            "Cue" or "Inside" => "inside something else that is asked",
            "Next" => "next to something else that is asked",
            "Near" => "near something else that is asked",
            "Heading" => "in the heading of something else that is asked",
            _ => "something else is asked in its sentence",
        };

    private static string OwnOne(string near) =>
        near switch
        {
            "Far" => "there is no other",
            "Cue" => "another stands in the way of asking",
            "Inside" => "another stands inside what is asked",
            "Next" => "another stands next to what is asked",
            "Near" => "another stands near what is asked",
            "Heading" => "another stands in the heading",
            _ => "another stands in the same sentence",
        };
}
