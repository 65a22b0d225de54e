using System.Collections.Frozen;
using System.Text;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>One or several names that stand together: "Ines and Kit", "one of the north crew".</summary>
/// <param name="From">First token.</param>
/// <param name="To">Token after the last.</param>
/// <param name="Names">The tokens that are names.</param>
internal sealed record WhoPhrase(int From, int To, IReadOnlyList<int> Names);

/// <summary>A sentence, line or list item.</summary>
/// <param name="Index">Which of the message it is, from 0.</param>
/// <param name="From">First token.</param>
/// <param name="To">Token after the last, its full stop not included.</param>
/// <param name="Line">Which line of the message it stands in.</param>
/// <param name="IsItem">Whether it is an item of a list.</param>
internal sealed record Sentence(int Index, int From, int To, int Line, bool IsItem);

/// <summary>A phrase that says how much something matters.</summary>
internal readonly record struct PriorityPhrase(int From, int To, Priority? Says);

/// <summary>A message with all that was found in it by itself: sentences, what each word can be, names, times, priorities.</summary>
internal sealed class MessageWords
{
    private readonly Tokens _tokens;
    private readonly TimeGrammar _grammar;
    private readonly int[] _timeOf;
    private readonly int[] _priorityOf;
    private readonly int[] _sentenceOf;
    private readonly WhoPhrase?[] _who;
    private readonly WordClass[] _classes;
    private readonly List<CueFound>?[] _cues;
    private readonly IReadOnlyList<ListedPart>?[] _listed;
    private readonly FrozenDictionary<string, bool> _known;

    public MessageWords(ReaderSetting setting, string text, Tokens tokens, Instant sent)
    {
        (Text, Sent, _tokens, _known) = (text, sent, tokens, setting.KnownSentences);
        (_timeOf, _priorityOf, _cues) = (
            new int[tokens.Count],
            new int[tokens.Count],
            new List<CueFound>?[tokens.Count]
        );
        Array.Fill(_timeOf, -1);
        Array.Fill(_priorityOf, -1);
        var grammar = _grammar = new TimeGrammar(setting, sent, tokens);
        for (var i = 0; i < tokens.Count; i++)
            if (grammar.Read(i) is { } time)
            {
                Times.Add(time);
                Array.Fill(_timeOf, Times.Count - 1, i, time.To - i);
                i = time.To - 1;
            }

        for (var i = 0; i < tokens.Count; i++)
            if (
                PriorityWords.Read(tokens, i) is { } read
                && !NamesAThing(read.From, read.To)
                // "Monday at the earliest"
                && _timeOf[read.From] < 0
            )
            {
                Priorities.Add(new(read.From, read.To, read.Says));
                Array.Fill(_priorityOf, Priorities.Count - 1, read.From, read.To - read.From);
                i = read.To - 1;
            }

        _classes = new WordClass[tokens.Count];
        for (var i = 0; i < tokens.Count; i++)
            _classes[i] = Classify(i);
        // "The shared drive", "the saw", "the shed", "Kit's printed copy": what something is, not what is or was done.
        for (var i = 1; i < tokens.Count; i++)
            if (
                _classes[i] is WordClass.Past or WordClass.Gerund
                && (
                    VerbPlaces.LeadsToAThing(tokens[i - 1])
                    // "56 packed lunches"
                    || (
                        _classes[i - 1] is WordClass.Number
                        && _classes[i] is WordClass.Past
                        && ClassAt(i + 1) is WordClass.Noun or WordClass.Third or WordClass.NounOrVerb
                    )
                    || (
                        _classes[i - 1] is WordClass.Possessive
                        && ClassAt(i + 1)
                            is WordClass.Noun
                                or WordClass.NounOrVerb
                                or WordClass.VerbOrNoun
                                or WordClass.Third
                    )
                )
            )
                _classes[i] = WordClass.Noun;
            // "I need everybody's dates"
            else if (
                tokens[i - 1].Lower is "everybody's" or "everyone's" or "somebody's" or "someone's" or "nobody's"
                && _classes[i] is WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun or WordClass.Third
            )
                _classes[i - 1] = WordClass.Possessive;
            // "Thank Ada for it": one is to do that.
            else if (
                tokens[i - 1].Is("thank")
                && _classes[i - 1] is WordClass.Courtesy
                && _classes[i] is not (WordClass.You or WordClass.Object or WordClass.Mark)
                && tokens[i].Lower is not ("u" or "god" or "goodness" or "heavens")
            )
                _classes[i - 1] = WordClass.Verb;
            // "The printer's still broken", "float's short again"
            else if (
                _classes[i - 1] is WordClass.Possessive
                && tokens[i - 1].Name is null
                && tokens[i - 1].Lower.EndsWith("'s", StringComparison.Ordinal)
                && (
                    tokens[i].Lower is "still" or "already" or "not" or "never"
                    // "The van's back from the garage"
                    || tokens[i].Lower is "back" or "here" or "away" or "off" or "out" or "gone"
                        && ClassAt(i + 1)
                            is WordClass.Preposition
                                or WordClass.Time
                                or WordClass.Comma
                                or WordClass.Stop
                                or WordClass.Edge
                    || _classes[i] is WordClass.VerbOrAdjective
                        && (
                            ClassAt(i + 1) is WordClass.Adverb or WordClass.Comma or WordClass.Stop or WordClass.Edge
                            || tokens[i + 1].Is("again")
                        )
                )
            )
                _classes[i - 1] = WordClass.Stating;
            // "Say yes", "say sorry"
            else if (
                tokens[i - 1].Is("say")
                && _classes[i] is WordClass.Courtesy
                && tokens[i].Lower is not ("please" or "just")
            )
                _classes[i] = WordClass.Noun;
            // "Shrink wrap", "the shop mail"
            else if (
                _classes[i] is WordClass.Verb
                && _classes[i - 1] is WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun
                && !tokens[i - 1].Lower.EndsWith('s')
                && (
                    ClassAt(i + 1) is WordClass.Edge or WordClass.Time or WordClass.Stop or WordClass.Comma
                    || (ClassAt(i + 1) is WordClass.Mark && !tokens[i + 1].Is("("))
                )
            )
                _classes[i] = WordClass.Noun;
            // "Help her carry it": that she carries. "Have a look": that one looks.
            else if (
                _classes[i] is WordClass.Verb
                && (
                    tokens[i - 1].Lower is "the" or "a" or "an" or "my" or "our" or "your" or "his" or "their" or "its"
                    // "Another skip", "more shrink wrap"
                    || tokens[i - 1].Lower is "another" or "more" or "extra"
                )
            )
                _classes[i] = WordClass.Noun;
        var places = new VerbPlaces(this);
        for (var i = 0; i < tokens.Count; i++)
            if (places.IsVerb(i))
                _classes[i] = WordClass.Verb;
            else if (places.IsGerundOfNeed(i))
                _classes[i] = WordClass.Gerund;
        _who = new WhoPhrase?[tokens.Count];
        var together = new NamesTogether(this);
        for (var i = 0; i < tokens.Count; i++)
            _who[i] = together.Read(i);
        for (var i = 0; i < tokens.Count; i++)
            if (_who[i] is { } who)
            {
                Names.Add(who);
                i = who.To - 1;
            }

        Sentences = [.. Cut()];
        _listed = new IReadOnlyList<ListedPart>?[Sentences.Count];
        _sentenceOf = new int[tokens.Count];
        foreach (var sentence in Sentences)
            Array.Fill(_sentenceOf, sentence.Index, sentence.From, tokens.Count - sentence.From);
    }

    public string Text { get; }

    public Instant Sent { get; }

    public int Count => _tokens.Count;

    public List<TimePhrase> Times { get; } = [];

    /// <summary>The names in the order of the text, those that stand together as one.</summary>
    public List<WhoPhrase> Names { get; } = [];

    public List<PriorityPhrase> Priorities { get; } = [];

    public IReadOnlyList<Sentence> Sentences { get; }

    public ref readonly Token At(int i) => ref _tokens[i];

    /// <summary>Whether the name of a milestone, and nothing else, stands from a token to the next mark.</summary>
    public bool IsOnlyAMilestone(int i) => _grammar.PastMilestone(i) is var to && to > i && !IsPlain(to);

    /// <summary>What a token can be; <see cref="WordClass.Edge"/> beyond the message.</summary>
    public WordClass ClassAt(int i) => i >= 0 && i < _classes.Length ? _classes[i] : WordClass.Edge;

    /// <summary>What a token can be by itself, whatever phrase it is part of.</summary>
    public WordClass ClassOfWord(int i) => At(i).IsWord ? WordForms.ClassOf(At(i).Lower) : ClassAt(i);

    /// <summary>What a token can be; <see cref="WordClass.Edge"/> outside the sentence.</summary>
    public WordClass ClassIn(Sentence sentence, int i) =>
        i >= sentence.From && i < sentence.To ? _classes[i] : WordClass.Edge;

    public TimePhrase? TimeAt(int i) => i >= 0 && i < _timeOf.Length && _timeOf[i] >= 0 ? Times[_timeOf[i]] : null;

    public PriorityPhrase? PriorityAt(int i) =>
        i >= 0 && i < _priorityOf.Length && _priorityOf[i] >= 0 ? Priorities[_priorityOf[i]] : null;

    /// <summary>The names that stand together from a token on; null where none does, or they reach past an end.</summary>
    public WhoPhrase? WhoAt(int i, int end) =>
        i >= 0 && i < _who.Length && _who[i] is { } who && who.To <= end ? who : null;

    /// <summary>Whether a name without a tag is the author's own, under a message say: nobody addresses oneself so.</summary>
    public bool IsOneself(WhoPhrase who, PersonId? author) =>
        author is { } self && who.Names.All(n => !At(n).Tagged && At(n).Name!.Owner == new TaskOwner.OfPerson(self));

    /// <summary>The ways of asking and promising that open at a token of a sentence, the longest first; none beyond it.</summary>
    public IReadOnlyList<CueFound> CuesAt(Sentence sentence, int i) =>
        i >= sentence.To ? [] : _cues[i] ??= CueFinding.At(this, i, sentence.To);

    /// <summary>What a sentence lists, each for itself; empty where it is no list.</summary>
    public IReadOnlyList<ListedPart> ListedIn(Sentence sentence) =>
        _listed[sentence.Index] ??= Listing.Of(this, sentence);

    /// <summary>The part of a list that a request is; null where it is none.</summary>
    public ListedPart? ListedAs(Candidate request)
    {
        foreach (var part in ListedIn(request.Sentence))
            if (part.Holds(request))
                return part;
        return null;
    }

    /// <summary>Whether people have said of such a sentence that it asks for work, or for nothing; null where nobody has.</summary>
    public bool? IsKnownToAsk(Sentence sentence) =>
        _known.Count > 0 && _known.TryGetValue(LikenessOf(sentence), out var asks) ? asks : null;

    /// <summary>What is alike in sentences that say the same of another day, person or number; empty for a very short one.</summary>
    public string LikenessOf(Sentence sentence)
    {
        if (sentence.To - sentence.From < 3)
            return "";
        var alike = new StringBuilder();
        for (var i = sentence.From; i < sentence.To; i++)
        {
            var kind = ClassAt(i);
            if (kind is WordClass.Comma or WordClass.Dash or WordClass.Bracket or WordClass.Mark)
                continue;
            if (kind is WordClass.Time && i > sentence.From && ClassAt(i - 1) is WordClass.Time)
                continue;
            alike.Append(
                kind switch
                {
                    WordClass.Time => "(time)",
                    WordClass.Tag or WordClass.Person or WordClass.Crew or WordClass.Other => "(name)",
                    WordClass.Number => "(number)",
                    _ => At(i).Lower,
                }
            );
            alike.Append(' ');
        }

        return alike.ToString();
    }

    public Sentence SentenceOf(int token) => Sentences[_sentenceOf[token]];

    /// <summary>Whether a token is a word like others: no mark, name, time or word of priority.</summary>
    public bool IsPlain(int i) =>
        ClassAt(i)
            is not (
                WordClass.Edge
                or WordClass.Time
                or WordClass.Priority
                or WordClass.Comma
                or WordClass.Colon
                or WordClass.Dash
                or WordClass.Bracket
                or WordClass.Stop
                or WordClass.Bullet
                or WordClass.Mark
                or WordClass.Tag
                or WordClass.Person
                or WordClass.Courtesy
            );

    /// <summary>"Hugh takes the pictures": "take"; null where a token is no verb of the name before it.</summary>
    public string? DoneBy(int verb) =>
        ClassAt(verb - 1) is not (WordClass.Person or WordClass.Crew) ? null
        : ClassAt(verb) is WordClass.Third or WordClass.Do ? WordForms.ThirdBase(At(verb).Lower)
        // "Hugh preps the dolly"
        : ClassAt(verb) is WordClass.Noun
        && At(verb).Kind is TokenKind.Word
        && At(verb).Lower is [.., not 's', 's'] lower
        && VerbPlaces.LeadsToAThing(At(verb + 1))
            ? lower[..^1]
        : null;

    public Span SpanOf(int from, int to) =>
        from >= to ? new(At(from).Span.Start, At(from).Span.Start) : new(At(from).Span.Start, At(to - 1).Span.End);

    public string Slice(int from, int to)
    {
        var span = SpanOf(from, to);
        return Text[span.Start..span.End];
    }

    /// <summary>"the emergency ladder": the word of priority is part of what something is called.</summary>
    private bool NamesAThing(int from, int to) =>
        // "Forward anything urgent"
        to - from
            == 1
            && At(from - 1).Lower is "anything" or "something" or "everything" or "nothing" or "anyone"
        || to - from == 1
            && At(to).IsWord
            && At(from - 1).Lower is "the" or "an" or "a" or "our" or "my" or "his" or "her" or "their"
            && WordForms.ClassOf(At(to).Lower) is WordClass.Noun or WordClass.NounOrVerb or WordClass.Third;

    private WordClass Classify(int i)
    {
        var token = _tokens[i];
        if (_timeOf[i] >= 0)
            return WordClass.Time;
        if (_priorityOf[i] >= 0)
            return WordClass.Priority;
        if (token.Name is { } name)
            return name.Owner switch
            {
                null => WordClass.Other,
                _ when token.Tagged => WordClass.Tag,
                TaskOwner.OfCrew => WordClass.Crew,
                _ when token.Name!.IsNickname => WordClass.Crew,
                _ => WordClass.Person,
            };
        return token.Kind switch
        {
            // "All pots off the floor by the time they come"
            TokenKind.Word when token.Lower is "by" && At(i + 1).Is("the") && At(i + 2).Is("time") =>
                WordClass.Subordinator,
            TokenKind.Word when SaidInPassing.Is(_tokens, i) => WordClass.Courtesy,
            // "They had the right number"
            TokenKind.Word
                when token.Lower is "right" or "dear" && At(i - 1).Lower is "the" or "a" or "my" or "your" or "our" =>
                WordClass.VerbOrAdjective,
            TokenKind.Word => WordForms.ClassOf(token.Lower),
            TokenKind.Number or TokenKind.Ordinal or TokenKind.Clock or TokenKind.NumericDate => WordClass.Number,
            TokenKind.Bullet => WordClass.Bullet,
            TokenKind.LineBreak => WordClass.Stop,
            _ => token.Lower switch
            {
                "," => WordClass.Comma,
                ":" => WordClass.Colon,
                "-" or "/" or "=" or "|" or ">" => WordClass.Dash,
                "(" or ")" or "[" or "]" => WordClass.Bracket,
                // "1.5 mm", "p. 12".
                "." when At(i + 1).Kind is TokenKind.Number && !Stops(i) => WordClass.Other,
                "." or "!" or "?" or ";" => WordClass.Stop,
                "&" or "+" => WordClass.Conjunction,
                _ => WordClass.Mark,
            },
        };
    }

    private IEnumerable<Sentence> Cut()
    {
        var (from, line, index, item) = (0, 0, 0, false);
        for (var i = 0; i <= Count; i++)
        {
            var breaks = i == Count || At(i).Kind is TokenKind.LineBreak or TokenKind.Bullet;
            if (!breaks && !Stops(i))
                continue;
            if (i > from)
                yield return new(index++, from, i, line, item);
            if (i < Count && At(i).Kind is TokenKind.LineBreak)
                (line, item) = (line + 1, false);
            if (i < Count && At(i).Kind is TokenKind.Bullet)
                item = true;
            from = i + 1;
        }
    }

    /// <summary>Whether a mark ends its sentence; the point of an abbreviation or a number does not.</summary>
    private bool Stops(int i)
    {
        var token = At(i);
        if (token.Kind is not TokenKind.Mark || _timeOf[i] >= 0)
            return false;
        if (token.Lower is "!" or "?" or ";")
            return true;
        if (token.Lower is not ".")
            return false;
        var next = At(i + 1);
        var apart = next.Span.Start > token.Span.End || next.Kind is TokenKind.LineBreak || i + 1 >= Count;
        return apart && !(At(i - 1).Span.Length == 1 && next.Kind is TokenKind.Number);
    }
}
