using System.Collections.Frozen;
using Wrenlet.Core.Tasks.Words.Beside;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Says in plain words what a feature of a candidate looks at, and what it is there.</summary>
internal static class FeatureTexts
{
    /// <summary>What each feature looks at, in the order of its values.</summary>
    private static readonly FrozenDictionary<string, Func<string, string>[]> Looks = new Dictionary<
        string,
        Func<string, string>[]
    >
    {
        ["clause"] = [],
        ["cue"] = [Cue],
        ["first"] = [First],
        ["first+second"] = [First, Then],
        ["cue+first"] = [Cue, First],
        ["cue+first+second"] = [Cue, First, Then],
        ["before"] = [Before],
        ["before+first"] = [Before, First],
        ["before+cue"] = [Before, Cue],
        ["address"] = [Address],
        ["address+first"] = [Address, First],
        ["address+before"] = [Address, Before],
        ["address+cue"] = [Address, Cue],
        ["address+time+first"] = [Address, Time, First],
        ["time+first"] = [Time, First],
        ["time+cue"] = [Time, Cue],
        ["mark+first"] = [Mark, First],
        ["mark+cue"] = [Mark, Cue],
        ["mark+address"] = [Mark, Address],
        ["word"] = [w => $"its first word is “{w}”", Cue],
        ["second word"] = [w => $"its second word is “{w}”", First, Cue],
        ["word before"] = [w => $"“{w}” stands before it", First, Cue],
        ["lead"] = [Lead, Cue],
        ["lead+before"] = [Lead, Before, Cue],
        ["by others+cue"] = [c => $"somebody outside writes, {Cue(c)}"],
        ["reported"] = [c => $"what somebody said is told before it, {Cue(c)}"],
        ["reported after"] = [c => $"who said it is told behind it, {Cue(c)}"],
        ["conditional"] = [b => $"its sentence begins with “if” or the like, {Before(b)}", Cue],
        ["finite"] = [Statement],
        ["finite+first"] = [Statement, First],
        ["finite+address+time"] = [Statement, Address, Time],
        ["finite+cue"] = [Statement, Cue],
        ["before+first+finite"] = [Before, First, Statement],
        ["lone"] = [f => $"there is no other sentence, {First(f)}", Cue, Mark],
        ["after+first"] = [Before, o => $"its sentence begins with {Class(o)}", First],
        ["bare verb"] = [f => $"what one person does would be told in another form, {First(f)}"],
        ["same past"] = [b => $"its verb reads the same in the past, {Before(b)}", Mark],
        ["whole length+first"] = [n => $"its sentence has {Words(n)}", First, Before],
        ["past before+cue"] = [c => $"something past is told before it, {Cue(c)}", Before],
        ["courtesy+cue"] = [w => $"“{w}” stands with it", Cue],
        ["end"] = [End],
        ["end+next"] = [End, Then],
        ["end+next two"] = [End, Then, Then],
        ["end dated"] = [End, Dated, Then],
        ["length"] = [Length],
        ["length+end"] = [Length, End, First],
        ["crosses"] = [Crosses],
        ["crosses a cue"] = [c => $"it goes on though {Cue(c)} there", m => m.Length > 0 ? "after a mark" : ""],
        ["crosses next two"] = [Crosses, Then, Then],
        ["crosses dated"] = [Crosses, Dated, Then],
        ["last"] = [c => $"it ends in {Class(c)}"],
        ["list+before"] = [InList, Before],
        ["list+cue"] = [InList, Cue, Mark],
        ["behind a question"] = [c => $"a question stands before it, {Cue(c)}", Address],
        ["over an order"] = [_ => "it goes on over an order about what it names"],
        ["needed by a day"] = [_ => "it has to be so by a day"],
        ["ordered behind what is told"] = [_ => "somebody is called, told something and then given an order"],
        ["taken up"] = [c => $"an order behind it is about what it names, {Cue(c)}", First],
        ["listed"] = [_ => "it is listed, or its sentence says whose it is"],
        ["thing by a day"] = [_ => "it names somebody, a thing and by when, and has no verb"],
        ["asked of somebody"] = [_ => "“could you”, “is to”, “please” or the like, and a verb"],
        ["all that is asked"] = [_ => "it is what somebody is called for"],
        ["need said to"] = [_ => "a thing needs something, and somebody or a day is named with it"],
        ["shared out"] =
        [
            m => m == "one" ? "it says what one person does" : "its sentence says what each of several people does",
        ],
        ["gist"] = [Gist, Called, HasTime],
        ["needs"] = [w => $"it says what a thing “{w}”", Complement],
        ["needs+complement"] = [Complement, First, c => $"{Class(c)} before it"],
        ["your firm says"] = [w => $"people of yours have said that it {w}"],
    }.ToFrozenDictionary();

    /// <summary>What each way of asking sounds like.</summary>
    private static readonly FrozenDictionary<string, string> Cues = new Dictionary<string, string>
    {
        ["promise"] = "I'll",
        ["let me"] = "let me",
        ["let me know"] = "let me know",
        ["remind me"] = "remind me to",
        ["ask"] = "could you",
        ["mind"] = "would you mind",
        ["kind"] = "would you be so kind",
        ["ask who"] = "could NAME",
        ["mind who"] = "would NAME mind",
        ["ask someone"] = "could someone",
        ["please"] = "please",
        ["who to"] = "NAME to",
        ["who must"] = "NAME must",
        ["who will"] = "NAME will",
        ["who can"] = "NAME can",
        ["who please"] = "NAME, please",
        ["someone must"] = "someone must",
        ["someone"] = "someone",
        ["you must"] = "you must",
        ["need you"] = "I need you to",
        ["need"] = "we need",
        ["wish"] = "I'd like a",
        ["suggest"] = "let's",
        ["sure"] = "make sure",
        ["remember"] = "don't forget to",
        ["forbid"] = "don't",
        ["never mind"] = "no need",
        ["courtesy"] = "feel free",
        ["in case"] = "ring me if",
        ["knowledge"] = "can anyone tell me where",
        ["pointer"] = "see",
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<string, string> Classes = new Dictionary<string, string>
    {
        [nameof(WordClass.Edge)] = "nothing",
        [nameof(WordClass.Verb)] = "a verb",
        [nameof(WordClass.VerbOrNoun)] = "a verb that can be a noun",
        [nameof(WordClass.NounOrVerb)] = "a noun that can be a verb",
        [nameof(WordClass.VerbOrAdjective)] = "a verb that can be an adjective",
        [nameof(WordClass.Past)] = "a verb in the past",
        [nameof(WordClass.Gerund)] = "a verb in -ing",
        [nameof(WordClass.Third)] = "a word in -s",
        [nameof(WordClass.Be)] = "“is” or the like",
        [nameof(WordClass.Have)] = "“has” or the like",
        [nameof(WordClass.Do)] = "“does” or the like",
        [nameof(WordClass.HaveBase)] = "“have”",
        [nameof(WordClass.DoBase)] = "“do”",
        [nameof(WordClass.Modal)] = "“can” or the like",
        [nameof(WordClass.Stating)] = "“it's” or the like",
        [nameof(WordClass.Subject)] = "“it” or the like",
        [nameof(WordClass.I)] = "“I”",
        [nameof(WordClass.We)] = "“we”",
        [nameof(WordClass.You)] = "“you”",
        [nameof(WordClass.Object)] = "“me” or the like",
        [nameof(WordClass.Someone)] = "“somebody” or the like",
        [nameof(WordClass.NoOne)] = "“nobody” or the like",
        [nameof(WordClass.Determiner)] = "“the” or the like",
        [nameof(WordClass.Possessive)] = "“my” or the like",
        [nameof(WordClass.Preposition)] = "“of” or the like",
        [nameof(WordClass.To)] = "“to”",
        [nameof(WordClass.Conjunction)] = "“and” or the like",
        [nameof(WordClass.Subordinator)] = "“if” or the like",
        [nameof(WordClass.Question)] = "“what” or the like",
        [nameof(WordClass.Denial)] = "“not” or the like",
        [nameof(WordClass.Number)] = "a number",
        [nameof(WordClass.Tag)] = "a tag",
        [nameof(WordClass.Person)] = "a name",
        [nameof(WordClass.Crew)] = "the name of a crew",
        [nameof(WordClass.Other)] = "another's name",
        [nameof(WordClass.Time)] = "a time",
        [nameof(WordClass.Priority)] = "a word of urgency",
        [nameof(WordClass.Courtesy)] = "a courtesy",
        [nameof(WordClass.Adverb)] = "an adverb",
        [nameof(WordClass.Noun)] = "a noun",
        [nameof(WordClass.Comma)] = "a comma",
        [nameof(WordClass.Colon)] = "a colon",
        [nameof(WordClass.Dash)] = "a dash",
        [nameof(WordClass.Bracket)] = "a bracket",
        [nameof(WordClass.Stop)] = "a full stop",
        [nameof(WordClass.Bullet)] = "a bullet",
        [nameof(WordClass.Mark)] = "a mark",
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<string, string> Rough = new Dictionary<string, string>
    {
        ["tag"] = "a tag",
        ["name"] = "a name",
        ["crew"] = "the name of a crew",
        ["time"] = "a time",
        ["priority"] = "a word of urgency",
        ["courtesy"] = "a courtesy",
        ["word"] = "a word",
        ["comma"] = "a comma",
        ["colon"] = "a colon",
        ["dash"] = "a dash",
        ["mark"] = "a mark",
    }.ToFrozenDictionary();

    /// <summary>A feature in words: what it looks at and what that is; the feature as it is written where none looks like it.</summary>
    /// <param name="written">Its name and values, a bar between them.</param>
    public static string Of(string written)
    {
        var parts = written.Split('|');
        if (PlaceTexts.Of(parts) is { } placed)
            return placed;
        if (!Looks.TryGetValue(parts[0], out var looks) || parts.Length - 1 > looks.Length)
            return written;
        var said = string.Join(", ", parts.Skip(1).Zip(looks, (value, look) => look(value)).Where(s => s.Length > 0));
        return said.Length == 0 ? "any run of words" : said;
    }

    /// <summary>What a way of asking does.</summary>
    public static string Does(Doer doer) =>
        doer switch
        {
            Doer.Author => "promises work, or wants it noted",
            Doer.Nothing => "asks for nothing",
            _ => "asks for work",
        };

    public static string Cue(string label) =>
        label switch
        {
            "none" => "nothing says that it asks",
            "thing needs" => "it says what a thing needs",
            _ => $"it opens with “{Cues.GetValueOrDefault(label, label)}” or the like",
        };

    public static string Class(string name) => Classes.GetValueOrDefault(name) ?? $"“{name}”";

    private static string First(string name) => $"it begins with {Class(name)}";

    private static string Then(string name) => $"then {Class(name)}";

    private static string Before(string what) =>
        what switch
        {
            "start" => "it begins its sentence",
            "item" => "it begins an item of a list",
            "a clause" => "it stands behind a clause that says when or who",
            _ => string.Join(" and ", what.Split(' ').Select(w => Rough.GetValueOrDefault(w) ?? $"“{w}”"))
                + " before it",
        };

    private static string Address(string how) =>
        how switch
        {
            "nobody" => "nobody is addressed",
            "earlier" => "somebody is addressed at the head of the message",
            "called later" => "somebody is addressed later in the sentence",
            "tag later" => "somebody is tagged later in the sentence",
            "at the end" => "a name ends the sentence",
            "after a mark" => "a name stands after a mark",
            "spoken of" => "somebody is only spoken of",
            _ => how.Split(' ') is [var who, .. var more]
                ? $"{Rough.GetValueOrDefault(who, who)} opens the sentence"
                    + (
                        more is ["marked"] ? ", with a mark"
                        : more is ["alone"] ? ", alone"
                        : ""
                    )
                : how,
        };

    private static string Time(string how) =>
        how switch
        {
            "no time" => "no time is given",
            "urgency" => "it says how urgent it is, and no time",
            "bare" => "a time is given",
            "repeat" => "it repeats",
            "from" => "it says from when",
            _ => $"a time is given with “{how}”",
        };

    private static string Mark(string mark) =>
        mark switch
        {
            "?" => "the sentence ends in a question mark",
            "!" => "the sentence ends in an exclamation mark",
            _ => "the sentence ends in a full stop or none",
        };

    private static string Statement(string what) =>
        what.Split(' ') is [var verb, var place]
            ? $"{Class(verb)} {(place == "next" ? "comes next and" : "comes later and")} makes a statement of it"
        : what == "order" ? "it opens with a verb and what that is done to"
        : "no verb makes a statement of it";

    private static string Lead(string count) =>
        count == "0" ? "nothing else before it in its sentence" : $"{Words(count)} before it in its sentence";

    private static string Length(string count) => $"it has {Words(count)}";

    private static string End(string kind) => $"it ends at {Boundary(kind)}";

    private static string Crosses(string kind) => $"it goes on over {Boundary(kind)}";

    private static string Boundary(string kind) =>
        kind switch
        {
            "end" => "the end of its sentence",
            "called" => "a name that is called",
            "called at the end" => "a name that is called at the end",
            _ when kind.StartsWith("called ", StringComparison.Ordinal) => $"a name that is called and “{kind[7..]}”",
            _ => Class(kind),
        };

    private static string Dated(string sides) =>
        sides switch
        {
            "both dated" => "times on both sides",
            "dated before" => "a time before that",
            "dated after" => "a time behind that",
            _ => "no time on either side",
        };

    private static string InList(string how) =>
        how switch
        {
            "named among named" => "each item of its list names somebody",
            "named among unnamed" => "only this item of its list names somebody",
            "named among both" => "it names somebody, as some items of its list do",
            "unnamed among named" => "all other items of its list name somebody",
            "unnamed among unnamed" => "no item of its list names anybody",
            "unnamed among both" => "some other items of its list name somebody",
            _ => "its list has no other item",
        };

    private static string Gist(string verbs) =>
        verbs switch
        {
            "states" => "its sentence states something",
            "third" => "its sentence may state something",
            "denies" => "its sentence says no",
            "verb" => "its sentence has a verb that can order",
            _ => "its sentence has no verb",
        };

    private static string Called(string how) =>
        how switch
        {
            "called" => "somebody is addressed",
            "spoken of" => "somebody is spoken of",
            "earlier" => Address(how),
            _ => "nobody is addressed",
        };

    private static string HasTime(string how) =>
        how switch
        {
            "undated" => "no time is given",
            "urgent" => "it is urgent",
            "repeats" => "it repeats",
            _ => "a time is given",
        };

    private static string Complement(string how) => how is "be" or "to" ? $"with “{how}”" : "with what comes next";

    private static string Words(string bucket) =>
        bucket switch
        {
            "0" => "no words",
            "1" => "one word",
            "2" => "two words",
            "3" => "three or four words",
            "5" => "five to eight words",
            "9" => "nine to fourteen words",
            _ => "fifteen words or more",
        };
}
