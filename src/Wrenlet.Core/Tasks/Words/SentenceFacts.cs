using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>What is so of a whole sentence.</summary>
internal sealed class SentenceFacts
{
    private readonly MessageWords _words;
    private readonly Sentence _sentence;

    public SentenceFacts(MessageWords words, Sentence sentence)
    {
        (_words, _sentence, IsKnownToAsk) = (words, sentence, words.IsKnownToAsk(sentence));
        if (sentence.IsItem)
            List = N(ListOf());
        IsBehindAQuestion =
            sentence.Index > 0
            && words.Sentences[sentence.Index - 1] is var before
            && before.Line == sentence.Line
            && words.At(before.To).Is("?");
        for (var i = sentence.From; i < sentence.To; i++)
            if (words.DoneBy(i) is not null)
                Doings++;
        Address = N(AddressOf());
        Time = N(TimeOf());
        Mark = N(words.At(sentence.To).Lower is "?" or "!" ? words.At(sentence.To).Lower : ".");
        for (var i = sentence.From; i < sentence.To; i++)
            if (words.IsPlain(i) && Plain++ == 0)
                Opening = N(words.ClassAt(i).ToString());
        (Verbs, IsCalled, IsDated) = (N(VerbsOf()), N(CalledOf()), N(DatedOf()));
        IsThingByADay = Verbs == N("no verb") && IsCalled == N("called") && (Time == N("by") || IsDated == N("dated"));
    }

    public ushort Address { get; }

    public ushort Time { get; }

    /// <summary>Whether people have said of such a sentence that it asks for work, or for nothing; null where nobody has.</summary>
    public bool? IsKnownToAsk { get; }

    public ushort Mark { get; }

    /// <summary>Whether an item of a list and those beside it name somebody; 0 for what is no item.</summary>
    public ushort List { get; }

    /// <summary>Whether a question stands right before it: "is it insured? Noor, please ask".</summary>
    public bool IsBehindAQuestion { get; }

    /// <summary>How many verbs stand with the name of whose doing they are: "Ada books the hall, Ben tells the players".</summary>
    public int Doings { get; }

    public ushort Opening { get; }

    /// <summary>Whether it has a verb that states, only verbs that can order, or none: "Ada, the minutes, by Friday".</summary>
    public ushort Verbs { get; }

    /// <summary>Whether somebody is called, only spoken of, or nobody named.</summary>
    public ushort IsCalled { get; }

    /// <summary>Whether it has a time.</summary>
    public ushort IsDated { get; }

    /// <summary>Whether it names somebody, a thing and by when, and has no verb.</summary>
    public bool IsThingByADay { get; }

    public int Plain { get; }

    public int PlainBefore(int token)
    {
        var count = 0;
        for (var i = _sentence.From; i < token; i++)
            if (_words.IsPlain(i))
                count++;
        return count;
    }

    public int FirstOf(FrozenSet<string> wanted)
    {
        for (var i = _sentence.From; i < _sentence.To; i++)
            if (wanted.Contains(_words.At(i).Lower))
                return i;
        return -1;
    }

    public int LastOf(FrozenSet<string> wanted)
    {
        for (var i = _sentence.To - 1; i >= _sentence.From; i--)
            if (wanted.Contains(_words.At(i).Lower))
                return i;
        return -1;
    }

    public bool PastBefore(int token)
    {
        for (var i = _sentence.From; i < token; i++)
            if (
                _words.ClassAt(i)
                is WordClass.Past
                    or WordClass.Be
                    or WordClass.Have
                    or WordClass.HaveBase
                    or WordClass.Stating
            )
                return true;
        return false;
    }

    /// <summary>"- Ada: the list", "- the list, Ada": where each item names somebody they are shared out.</summary>
    private string ListOf()
    {
        var (named, all) = (0, 0);
        foreach (var item in _words.ItemsBeside(_sentence))
        {
            all++;
            if (_words.IsNamed(item))
                named++;
        }

        return (_words.IsNamed(_sentence) ? "named among " : "unnamed among ")
            + (
                all == 0 ? "none"
                : named == all ? "named"
                : named == 0 ? "unnamed"
                : "both"
            );
    }

    /// <summary>How somebody is addressed: a tag, a name at the head or the end; "spoken of" where one is only mentioned.</summary>
    private string AddressOf()
    {
        var spoken = "nobody";
        for (var i = _sentence.From; i < _sentence.To; i++)
        {
            if (_words.WhoAt(i, _sentence.To) is not { } who)
                continue;
            var head = true;
            for (var k = _sentence.From; k < who.From; k++)
                head &= !_words.IsPlain(k);
            var tagged = _words.ClassAt(who.Names[0]) is WordClass.Tag;
            var crew = _words.ClassAt(who.Names[0]) is WordClass.Crew;
            var marked =
                who.To < _sentence.To
                && _words.ClassAt(who.To) is WordClass.Comma or WordClass.Colon or WordClass.Dash or WordClass.Bracket;
            if (head)
                return (
                        tagged ? "tag"
                        : crew ? "crew"
                        : "name"
                    )
                    + (
                        who.To == _sentence.To ? " alone"
                        : marked ? " marked"
                        : ""
                    );
            if (tagged)
                return "tag later";
            var called =
                _words.ClassAt(who.From - 1)
                is WordClass.Comma
                    or WordClass.Dash
                    or WordClass.Bracket
                    or WordClass.Stop;
            if (
                called
                && (
                    who.To == _sentence.To
                    || marked
                    || _words.ClassAt(who.To) is WordClass.Courtesy or WordClass.Time or WordClass.Priority
                )
            )
                return "called later";
            if (
                who.To == _sentence.To
                && _words.ClassAt(who.From - 1) is not (WordClass.Preposition or WordClass.To or WordClass.Conjunction)
            )
                spoken = "at the end";
            else if (spoken == "nobody")
                spoken = called ? "after a mark" : "spoken of";
            i = who.To - 1;
        }

        return spoken == "nobody" && IsAddressedBefore() ? "earlier" : spoken;
    }

    /// <summary>"@dray the inn rang. Two casks, please": whoever opens the message is spoken to from then on.</summary>
    private bool IsAddressedBefore()
    {
        if (_sentence.Index == 0 || _sentence.IsItem)
            return false;
        var first = _words.Sentences[0];
        var i = first.From;
        while (i < first.To && !_words.IsPlain(i) && _words.ClassAt(i) is not (WordClass.Tag or WordClass.Person))
            i++;
        return _words.WhoAt(i, first.To) is { } who
            && (
                _words.ClassAt(i) is WordClass.Tag
                || who.To < first.To && _words.ClassAt(who.To) is WordClass.Comma or WordClass.Colon or WordClass.Dash
            );
    }

    private string TimeOf()
    {
        var best = "no time";
        foreach (var priority in _words.Priorities)
            if (priority.Says is not null && priority.From >= _sentence.From && priority.From < _sentence.To)
                best = "urgency";
        for (var i = _sentence.From; i < _sentence.To; i++)
        {
            if (_words.TimeAt(i) is not { } time || time.From != i)
                continue;
            var word = _words.At(i).Lower;
            var kind =
                time.Repeats is not null ? "repeat"
                : word is "by" or "before" or "within" or "no" or "b4" ? "by"
                : time.Due is null ? "from"
                : word is "on" or "at" or "for" or "in" or "until" or "till" ? word
                : "bare";
            if (best is "no time" or "urgency" || kind is "by")
                best = kind;
            i = time.To - 1;
        }

        return best;
    }

    private string VerbsOf()
    {
        var verbs = "no verb";
        for (var i = _sentence.From; i < _sentence.To; i++)
            if (
                _words.ClassAt(i) is var kind
                && (
                    kind.IsHelping()
                    || kind
                        is WordClass.Stating
                            or WordClass.Past
                            or WordClass.I
                            or WordClass.We
                            or WordClass.You
                            or WordClass.Subject
                )
            )
                return "states";
            else if (kind is WordClass.NoOne or WordClass.Denial || _words.At(i).Is("no"))
                verbs = "denies";
            else if (
                kind is WordClass.Third
                && _words.ClassIn(_sentence, i - 1)
                    is WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.VerbOrNoun
                        or WordClass.Other
                        or WordClass.Person
                        or WordClass.Crew
                        or WordClass.Number
            )
                verbs = "third";
            else if (
                kind is WordClass.Possessive
                && _words.At(i).Lower.EndsWith("'s", StringComparison.Ordinal)
                // "Tuesday's meeting"
                && !Lexicon.Weekdays.ContainsKey(_words.At(i).Lower[..^2])
                && _words.ClassIn(_sentence, i + 1)
                    is WordClass.Preposition
                        or WordClass.Adverb
                        or WordClass.Determiner
                        or WordClass.Past
                        or WordClass.Gerund
            )
                verbs = "states";
            // "Mill's invoice"
            else if (
                kind is WordClass.Verb
                && verbs is "no verb"
                && _words.ClassIn(_sentence, i - 1)
                    is not (WordClass.Determiner or WordClass.Possessive or WordClass.VerbOrAdjective)
            )
                verbs = "verb";
        return verbs;
    }

    private string CalledOf() =>
        Address == N("nobody") ? "nobody"
        : Address == N("spoken of") || Address == N("after a mark") ? "spoken of"
        : Address == N("earlier") ? "earlier"
        : "called";

    private string DatedOf() =>
        Time == N("no time") ? "undated"
        : Time == N("urgency") ? "urgent"
        : Time == N("repeat") ? "repeats"
        : "dated";

    private static ushort N(string name) => Feature.Number(name);
}
