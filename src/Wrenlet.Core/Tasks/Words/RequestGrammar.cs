using System.Collections.Immutable;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>A request or promise found in a clause.</summary>
/// <param name="Content">First token of what is to be done.</param>
/// <param name="Owners">Who is to do it, with the tokens that say so; empty when nobody is named.</param>
/// <param name="NotBefore">Whether it says not to do it before a time.</param>
/// <param name="Confidence">How sure it is that this is work.</param>
internal sealed record Request(
    int Content,
    ImmutableArray<(NamedOne? Named, bool Author, int Token)> Owners,
    bool NotBefore,
    double Confidence
);

/// <summary>Tells whether a clause asks for or promises something, from whom, and where that begins.</summary>
internal sealed class RequestGrammar(IReadOnlyList<Token> tokens, Func<int, int> skipAside)
{
    private int _end;
    private int _content;
    private double _confidence;
    private bool _addressed;
    private bool _notBefore;
    private bool? _ofWork;
    private ImmutableArray<(NamedOne? Named, bool Author, int Token)>.Builder _owners = ImmutableArray.CreateBuilder<(
        NamedOne?,
        bool,
        int
    )>();

    /// <summary>Those addressed at the head of the clause read last, also when it asks for nothing.</summary>
    public ImmutableArray<(NamedOne? Named, bool Author, int Token)> Addressed { get; private set; } = [];

    /// <summary>Reads the clause between two tokens; null when it is no work.</summary>
    public Request? Read(int from, int end)
    {
        _end = end;
        _confidence = 0.9;
        _addressed = _notBefore = false;
        _owners = ImmutableArray.CreateBuilder<(NamedOne?, bool, int)>();
        var at = Head(from);
        Addressed = _owners.ToImmutable();
        return Form(at) ? new(_content, _owners.ToImmutable(), _notBefore, _confidence) : null;
    }

    /// <summary>Skips greetings, asides and dates at the head, and takes in whoever is addressed there.</summary>
    private int Head(int at)
    {
        while (at < _end)
        {
            var skipped = skipAside(at);
            if (
                skipped > at && !(At(at).Is("for") || At(at).Is("at"))
                || skipped > at && At(skipped).Lower is ":" or "," or "-"
            )
            {
                at = skipped;
                continue;
            }

            var t = At(at);
            if (t.Kind is TokenKind.Mark or TokenKind.Bullet or TokenKind.LineBreak)
                at++;
            else if (t.Kind is TokenKind.Name && Address(at) is { } after)
                at = after;
            else if (
                t.IsWord
                && Lexicon.Courtesies.Contains(t.Lower)
                && !(t.Lower is "right" or "well" && Lexicon.IsVerb(At(at + 1).Lower) is false && At(at + 1).IsWord)
            )
                at++;
            else if (
                t.IsWord
                && t.Lower is "all" or "everyone" or "team" or "folks"
                && (At(at + 1).Is(",") || At(at + 1).Is(":"))
            )
                at += 2;
            else if (
                t.IsWord
                && t.Lower is "todo" or "to-do" or "task" or "action" or "reminder" or "request"
                && At(at + 1).Is(":")
            )
                at += 2;
            else if (t.Is("to") && At(at + 1).Is("do") && At(at + 2).Is(":"))
                at += 3;
            else if (Subordinate(at) is { } main)
                at = main;
            else
                break;
        }

        return at;
    }

    /// <summary>A name that is addressed: tagged, or followed by a comma, a colon, "please" or an order.</summary>
    private int? Address(int at)
    {
        var names = new List<int>();
        var i = at;
        while (i < _end && At(i).Kind is TokenKind.Name)
        {
            names.Add(i++);
            var joint = i;
            while (joint < _end && (At(joint).Is(",") || At(joint).Is("and") || At(joint).Is("&") || At(joint).Is("/")))
                joint++;
            if (
                joint > i
                && joint < _end
                && At(joint).Kind is TokenKind.Name
                && names.All(n => At(n).Tagged == At(joint).Tagged)
            )
                i = joint;
        }

        var next = At(i);
        var tagged = names.All(n => At(n).Tagged);
        var called = i >= _end || next.Is(",") || next.Is(":") || next.Is("-") || next.Is("please") || next.Is("pls");
        var ordered =
            next.IsWord
            && (
                Lexicon.IsVerb(next.Lower) && !Lexicon.Statements.Contains(next.Lower)
                || next.Lower is "can" or "could" or "would" or "will" && At(i + 1).Is("you")
            );
        if (!tagged && !called && !ordered)
            return null;
        if (names.Any(n => At(n).Name!.Owner is not null))
            Take(names);
        _addressed = true;
        while (i < _end && At(i).Kind is TokenKind.Mark)
            i++;
        return i;
    }

    /// <summary>A leading part of the sentence with its own verb: skips to after its comma.</summary>
    private int? Subordinate(int at)
    {
        if (!At(at).IsWord || !Lexicon.Subordinators.Contains(At(at).Lower))
            return null;
        for (var i = at + 1; i < _end; i++)
            if (At(i).Is(",") || At(i).Is("then"))
                return i + 1;
        return null;
    }

    private bool Form(int at)
    {
        if (at >= _end)
            return false;
        var t = At(at);
        var w = t.Lower;
        if (Frames.At(tokens, at, _end) is { } frame)
        {
            _confidence = 0.8;
            return frame.Doer is Doer.Author ? ByAuthor(frame.Content) : frame.Doer is Doer.You && Begin(frame.Content);
        }

        if (w is "find" && Says("attached", "enclosed", "herewith"))
            return false;
        if (w is "to" && _addressed)
            return Begin(at + 1);
        if (w is "i'll" && t.IsWord)
            return ByAuthor(at + 1);
        if (w is "i" && At(at + 1).Lower is "will" or "shall" or "must" or "should")
            return ByAuthor(at + 2);
        if (w is "i" && At(at + 1).Lower is "need" or "have" or "ought" && At(at + 2).Is("to"))
            return ByAuthor(at + 3);
        if (
            (w is "i'm" && At(at + 1).Is("going") && At(at + 2).Is("to"))
            || (w is "i" && At(at + 1).Is("am") && At(at + 2).Is("going") && At(at + 3).Is("to"))
        )
            return ByAuthor(w is "i'm" ? at + 3 : at + 4);
        if (w is "let" && At(at + 1).Is("me"))
            return !At(at + 2).Is("know") && ByAuthor(at + 2) || At(at + 2).Is("know") && Begin(at);
        if (w is "remind" && At(at + 1).Is("me"))
            return ByAuthor(Aside(at + 2) is var r && At(r).Lower is "to" or "about" or "that" ? r + 1 : r);
        if (w is "we'll" or "let's")
            return Begin(at + 1);
        if (w is "we" && At(at + 1).Lower is "will" or "must" or "should")
            return !At(at + 2).Is("be") && Begin(at + 2);
        if (w is "we" && At(at + 1).Lower is "need" or "have" or "ought" && At(at + 2).Is("to"))
            return Begin(at + 3);
        if (w is "you" && At(at + 1).Lower is "must" or "should")
            return Begin(at + 2);
        if (w is "you" && At(at + 1).Lower is "need" or "have" && At(at + 2).Is("to"))
            return Begin(at + 3);

        if (w is "can" or "could" or "would" or "will" && t.IsWord)
            return Asked(at + 1);
        if (w is "would" && At(at + 1).Is("you") && At(at + 2).Is("mind"))
            return Begin(at + 3);
        if (w is "do" && At(at + 1).Is("not"))
            return Forbidden(at + 2);
        if (w is "don't" or "dont" or "never")
            return Forbidden(at + 1);
        if (w is "make" && At(at + 1).Is("sure") || w is "be" && At(at + 1).Is("sure") && At(at + 2).Is("to"))
            return Begin(w is "be" ? at + 3 : at);
        if (w is "i" or "we" && At(at + 1).Is("need") && !IsLength(at + 2))
            return Noun(at + 2);
        if (w is "need" && t.IsWord && !IsLength(at + 1))
            return Noun(At(at + 1).Is("to") ? at + 2 : at + 1);
        if (Needed(at))
            return true;
        return Order(at);
    }

    /// <summary>"Can you ...", "Could Mateus ...", "Would someone ...".</summary>
    private bool Asked(int at)
    {
        if (At(at).Is("you") && At(at + 1).Is("mind"))
            return Begin(at + 2);
        if (At(at).Is("you") && At(at + 1).Is("and") && NamesAt(at + 2, out var past) is { Count: > 0 } joined)
        {
            foreach (var n in joined)
                _owners.Add((At(n).Name, false, n));
            return Begin(past);
        }

        if (At(at).Is("you"))
            return Begin(at + 1);
        if (Lexicon.Nobody.Contains(At(at).Lower))
            return Begin(At(at + 1).Is("from") ? at + 3 : at + 1);
        var names = NamesAt(at, out var after);
        if (names.Count == 0 || names.All(n => At(n).Name!.Owner is null))
            return false;
        Take(names);
        return Begin(after);
    }

    /// <summary>"Ines needs to ...", "Mateus to ...", "someone must ...", "the tiller needs ...".</summary>
    private bool Needed(int at)
    {
        var names = NamesAt(at, out var after);
        var named = names.Count > 0 && names.Any(n => At(n).Name!.Owner is not null);
        var nobody = Lexicon.Nobody.Contains(At(at).Lower);
        if (nobody)
            after = at + 1;
        if (named || nobody)
        {
            if (At(after).Is("to") && Lexicon.IsVerb(At(after + 1).Lower))
                return Own(after + 1);
            if (At(after).Lower is "needs" or "has" or "ought" or "is" or "need" or "have" && At(after + 1).Is("to"))
                return Own(after + 2);
            if (At(after).Is("will") && At(after + 1).Lower is "need" or "have" && At(after + 2).Is("to"))
                return Own(after + 3);
            if (At(after).Lower is "must" or "should")
                return Own(after + 1);
            return false;
        }

        if (Asks())
            return false;
        for (var i = at; i < _end && !At(i).Is(","); i++)
        {
            if (
                At(i).IsWord
                && (
                    Lexicon.Subordinators.Contains(At(i).Lower)
                    || Lexicon.Reporting.Contains(At(i).Lower)
                    || At(i).Lower is "we" or "i" or "he" or "she" or "they"
                )
            )
                return false;
            if (
                i > at
                && At(i).IsWord
                && (
                    At(i).Lower is "needs" or "need" or "must" or "should"
                    || (At(i).Lower is "has" or "have" && At(i + 1).Is("to") && At(i + 2).Is("be"))
                )
                && i + 1 < _end
                && !IsLength(i + 1)
            )
            {
                _confidence = 0.75;
                return Begin(at);
            }
        }

        return false;

        bool Own(int content)
        {
            if (named)
                Take(names);
            return Begin(content);
        }
    }

    /// <summary>"Don't ... before Thursday" is work that may start then; any other ban is none.</summary>
    private bool Forbidden(int at)
    {
        if (At(at).Is("forget"))
            return Begin(At(at + 1).Lower is "to" or "about" ? at + 2 : at + 1);
        for (var i = at; i < _end; i++)
            if (At(i).Lower is "before" or "until" or "till")
            {
                _notBefore = true;
                return Begin(at);
            }

        return false;
    }

    private bool Order(int at)
    {
        var t = At(at);
        // "List:" is a heading, not an order.
        if (!t.IsWord || At(at + 1).Is(":"))
            return false;
        if (
            _addressed
            || At(at - 1).Lower is "please" or "pls" or "plz" or "kindly"
            || (OfWork && At(at - 1).Kind is TokenKind.Bullet)
        )
        {
            if (
                Lexicon.Statements.Contains(t.Lower)
                || Lexicon.SubjectPronouns.Contains(t.Lower)
                || Lexicon.Determiners.Contains(t.Lower)
                || Lexicon.Prepositions.Contains(t.Lower)
                || t.Lower is "what" or "how" or "why"
                || t.Lower.EndsWith("n't", StringComparison.Ordinal)
            )
                return false;
            if (!Lexicon.IsVerb(t.Lower))
            {
                var past = t.Lower.EndsWith("ed", StringComparison.Ordinal) && t.Lower.Length > 4;
                var states = t.Lower.EndsWith('s') && !t.Lower.EndsWith("ss", StringComparison.Ordinal);
                if (
                    past
                    || states
                    || t.Lower.EndsWith("ing", StringComparison.Ordinal)
                    || Polite() is false && StatesSomething(at)
                )
                    return false;
                _confidence = 0.75;
            }

            return !Asks() && Begin(at);
        }

        if (Lexicon.IsVerb(t.Lower) && !StatesSomething(at) && !Asks())
        {
            _confidence = 0.85;
            return Begin(at);
        }

        return false;
    }

    private bool Polite()
    {
        for (var i = 0; i < _end; i++)
            if (At(i).Is("please"))
                return true;
        return false;
    }

    private bool Asks() => At(_end).Is("?") && !Polite();

    /// <summary>Whether the words right after make a statement of this one: "work is going well".</summary>
    private bool StatesSomething(int at) =>
        At(at + 1).IsWord
        && (
            At(at + 1).Lower
                is "is"
                    or "are"
                    or "was"
                    or "were"
                    or "has"
                    or "have"
                    or "had"
                    or "will"
                    or "would"
                    or "can"
                    or "went"
                    or "came"
                    or "begins"
                    or "looks"
                    or "seems"
                    or "'s"
                    or "arrives"
                    or "comes"
                    or "continues"
                    or "starts"
                    or "goes"
                    or "works"
                    or "runs"
                    or "leaks"
                    or "ends"
                    or "still"
                    or "isn't"
                    or "wasn't"
                    or "got"
            || (At(at + 1).Lower.Length > 5 && At(at + 1).Lower.EndsWith("ed", StringComparison.Ordinal))
        );

    /// <summary>Whether the message announces a list of what is to be done: "To do:", "Jobs for tomorrow:".</summary>
    private bool OfWork =>
        _ofWork ??= Enumerable
            .Range(0, tokens.Count)
            .Any(i =>
                (
                    At(i).Lower is "todo" or "to-do" or "tasks" or "jobs" or "actions" or "please" or "needed" or "list"
                    || (At(i).Is("to") && At(i + 1).Is("do"))
                ) && Enumerable.Range(i, 6).Any(k => At(k).Is(":"))
            );

    /// <summary>
    /// Whether a length of time stands here: "two days", "an hour". What needs that is told, not asked.
    /// </summary>
    private bool IsLength(int at)
    {
        while (At(at).Lower is "about" or "around" or "at" or "least" or "another")
            at++;
        var counted =
            At(at).Kind is TokenKind.Number
            || (At(at).IsWord && Lexicon.Numbers.ContainsKey(At(at).Lower))
            || At(at).Lower is "some" or "more" or "few";
        while (counted && At(at + 1).Lower is "more" or "few" or "working" or "good" or "full" or "of")
            at++;
        return (counted ? At(at + 1) : At(at)).Lower
            is "day"
                or "days"
                or "hour"
                or "hours"
                or "week"
                or "weeks"
                or "minute"
                or "minutes"
                or "month"
                or "months"
                or "time"
                or "coats"
                or "days'";
    }

    private bool Says(params string[] words) => Enumerable.Range(0, _end).Any(i => words.Contains(At(i).Lower));

    /// <summary>What is needed is named, not what is to be done for it.</summary>
    private bool Noun(int at)
    {
        if (Asks())
            return false;
        _confidence = 0.65;
        return Begin(at);
    }

    private bool ByAuthor(int at)
    {
        if (At(at).Lower is "not" or "never" or "be" && !(At(at).Is("be") && At(at + 1).Is("sure")))
            return false;
        _owners.Clear();
        _owners.Add((null, true, at - 1));
        return Begin(at);
    }

    private bool Begin(int at)
    {
        if (At(at).Is("be") && At(at + 1).Is("able") && At(at + 2).Is("to"))
            at += 3;
        while (
            at < _end
            && (
                At(at).Lower is "please" or "kindly" or "also" or "just" or "then" or "quickly"
                || skipAside(at) > at && !At(at).Is("for")
            )
        )
            at = Math.Max(skipAside(at), at + 1);
        _content = at;
        return at < _end && At(at).Kind is not TokenKind.Mark;
    }

    private List<int> NamesAt(int at, out int after)
    {
        var names = new List<int>();
        while (at < _end && At(at).Kind is TokenKind.Name)
        {
            names.Add(at++);
            if ((At(at).Is("and") || At(at).Is(",") || At(at).Is("&")) && At(at + 1).Kind is TokenKind.Name)
                at++;
        }

        after = at;
        return names;
    }

    private void Take(List<int> names)
    {
        _owners.Clear();
        foreach (var n in names)
            _owners.Add((At(n).Name, false, n));
    }

    private int Aside(int at) => Math.Max(at, skipAside(at));

    private Token At(int i) => i >= 0 && i < tokens.Count ? tokens[i] : Token.None;
}
