using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Makes one task of what one sentence asks of the same people by the same time: "find the two bikes, Ada, try the shed", "get a
/// quote, Ben can you ask around". What is counted or listed before it is said stays apart.
/// </summary>
/// <param name="words">The message.</param>
internal sealed class Uniting(MessageWords words)
{
    /// <summary>From so many on they are a list, each with its own verb.</summary>
    private const int AList = 3;

    /// <summary>What is less surely a request goes with the one before it, whatever its time.</summary>
    private const double Sure = 0.5;

    /// <summary>How what is needed comes to be there.</summary>
    private static readonly FrozenSet<string> Getting = Lexicon.Set(
        "order buy get fetch bring find book draft write make send print arrange sort organise organize borrow hire rent collect set "
            + "put prepare pick pack design build bake reserve supply"
    );

    /// <summary>How one goes about what is needed.</summary>
    private static readonly FrozenSet<string> Errands = Lexicon.Set(
        "ring call phone text email ask tell let see look go check try find deal talk speak chase price measure quote take bring do "
            + "meet say come start plan pull cut"
    );

    /// <summary>What one has once it is done that was asked.</summary>
    private static readonly FrozenSet<string> Outcomes = Lexicon.Set(
        "price prices quote quotation answer reply figures figure number numbers result results something know"
    );

    /// <summary>The drafts of requests, in their order, those that are one task as one.</summary>
    public ImmutableArray<Draft> Of(List<(Request Request, Draft Draft)> read)
    {
        var united = ImmutableArray.CreateBuilder<Draft>(read.Count);
        for (var i = 0; i < read.Count; )
        {
            if (i + 1 < read.Count && IsTakenOnBy(read[i], read[i + 1]))
            {
                united.Add(TakenOn(read[i].Draft, read[i + 1].Draft));
                i += 2;
                continue;
            }

            if (
                i + 1 < read.Count
                && (
                    IsMetBy(read[i], read[i + 1])
                    || IsSeenToBy(read[i], read[i + 1])
                    || IsWhatItIsAbout(read[i], read[i + 1])
                )
            )
            {
                read[i + 1] = (read[i + 1].Request, Met(read[i].Draft, read[i + 1].Draft));
                i++;
                continue;
            }

            if (i + 1 < read.Count && IsWhyItIsAsked(read[i], read[i + 1]))
                read.RemoveAt(i + 1);
            if (i + 1 < read.Count && IsByWhenItIsNeeded(read[i], read[i + 1]))
            {
                var by = read[i + 1].Draft;
                read[i] = (read[i].Request, read[i].Draft with { Due = by.Due, Start = by.Start });
                read.RemoveAt(i + 1);
            }

            var to = i + 1;
            while (to < read.Count && AreOfOne(read[to - 1], read[to]))
                to++;
            if (to - i is > 1 and < AList)
                united.Add(One(read[i], read[i + 1]));
            else
                united.AddRange(read[i..to].Select(r => r.Draft));
            i = to;
        }

        return united.DrainToImmutable();
    }

    /// <summary>"The tickets need counting by Friday. Ada will do it tomorrow": whose it is.</summary>
    private bool IsTakenOnBy((Request Request, Draft Draft) asked, (Request Request, Draft Draft) taken)
    {
        var (first, second) = (asked.Request.Words, taken.Request.Words);
        return second.Sentence.Index - first.Sentence.Index is 0 or 1
            && second.Sentence.Line == first.Sentence.Line
            && first.Cue.Cue.Doer is not Doer.Author
            && taken.Request.Names.Count > 0
            && (
                second.Cue.Cue.Label is "who will" or "who to" or "who can" or "who must" or Cues.AskWho
                    && (
                        OnlySaid.IsDoingIt(words, second.Content)
                        // "The bins need to go out, can the kitchen see to that"
                        || (second.Cue.Cue.Label is Cues.AskWho && IsFittingItIn(second.Content))
                    )
                || second.Cue.Cue.Label is "ask"
                    && (
                        asked.Request.Names.Count == 0
                        || asked
                            .Request.Names.Select(n => n.Who.From)
                            .SequenceEqual(taken.Request.Names.Select(n => n.Who.From))
                    )
                    && (OnlySaid.IsDoingIt(words, second.Content) || IsFittingItIn(second.Content))
            );
    }

    /// <summary>"Can you fit that in", "can you manage that", "can you see to it".</summary>
    private bool IsFittingItIn(int verb)
    {
        var i = words.At(verb).Is("see") && words.At(verb + 1).Is("to") ? verb + 2 : verb + 1;
        if (
            !(words.At(verb).Lower is "fit" or "manage" or "see" or "arrange" or "sort" or "take" or "handle")
            || !(words.At(i).Lower is "it" or "that" or "this")
        )
            return false;
        i++;
        if (words.At(i).Lower is "in" or "on" or "out")
            i++;
        return !words.IsPlain(i) || words.ClassAt(i) is WordClass.Time or WordClass.Courtesy;
    }

    private static Draft TakenOn(Draft asked, Draft taken) =>
        asked with
        {
            Owners = taken.Owners,
            Due = taken.Due ?? asked.Due,
            Start = taken.Start ?? asked.Start,
        };

    /// <summary>"We need flags. Ada, order ten of them by Friday": what is needed, and who is to see that it comes.</summary>
    private bool IsMetBy((Request Request, Draft Draft) need, (Request Request, Draft Draft) order)
    {
        var (wanted, asked) = (need.Request.Words, order.Request.Words);
        var verb = asked.Content;
        return asked.Sentence.Index == wanted.Sentence.Index + 1
            && asked.Sentence.Line == wanted.Sentence.Line
            && !asked.Sentence.IsItem
            && (
                wanted.Needs >= 0
                    && words.ClassAt(wanted.Content) is not (WordClass.Gerund or WordClass.Past or WordClass.Verb)
                || wanted.Cue.Cue.Label is "need" or "wish"
            )
            && (
                need.Request.Names.Count == 0
                || need.Request.Names.Select(n => n.Who.From).SequenceEqual(order.Request.Names.Select(n => n.Who.From))
            )
            && Getting.Contains(words.At(verb).Lower)
            && (
                words.At(verb + 1).Lower is "it" or "them" or "one" or "some" or "that" or "those" or "enough" or "more"
                || words.ClassAt(verb + 1) is WordClass.Number
                || Lexicon.Numbers.ContainsKey(words.At(verb + 1).Lower)
                || !words.IsPlain(verb + 1)
            );
    }

    /// <summary>
    /// "I want the posters up. Ada, can you see to it?", "the scales need testing. Ada, book the firm": nobody's wish, and who is
    /// to do something about it.
    /// </summary>
    private bool IsSeenToBy((Request Request, Draft Draft) need, (Request Request, Draft Draft) order)
    {
        var (wanted, asked) = (need.Request.Words, order.Request.Words);
        // "The pool has to be empty by the 24th, Ada, so pull the plug on the 22nd"
        if (
            asked.Sentence == wanted.Sentence
            && wanted.Needs >= 0
            && words.At(asked.From - 1).Is("so")
            && asked.Cue.Cue == Cue.None
            && words.ClassAt(asked.Content) is WordClass.Verb
            && order.Draft.Due is not null
        )
            return true;
        if (
            asked.Sentence.Index != wanted.Sentence.Index + 1
            || asked.Sentence.Line != wanted.Sentence.Line
            || asked.Sentence.IsItem
            || need.Request.Names.Count > 0
                && !need
                    .Request.Names.Select(n => n.Who.From)
                    .SequenceEqual(order.Request.Names.Select(n => n.Who.From))
            || order.Request.Names.Count == 0
            || !(
                wanted.Needs >= 0
                || wanted.Cue.Cue.Label is "need" or "wish"
                || (wanted.Cue.Cue.Label is "suggest" && words.At(wanted.From).Is("we"))
            )
        )
            return false;
        // "Also, Ada, ring the mill"
        return words.WhoAt(asked.Sentence.From, asked.Sentence.To) is { } called
            && order.Request.Names.Any(n => n.Who.From == called.From)
            && HasToDoWith(wanted, asked);
    }

    /// <summary>
    /// Whether an order may be how a need is met: it says so, speaks of the same, or is an errand. "We need flags. Ada, water the
    /// ferns" are two.
    /// </summary>
    private bool HasToDoWith(Candidate need, Candidate order)
    {
        if (Getting.Contains(words.At(order.Content).Lower) || Errands.Contains(words.At(order.Content).Lower))
            return true;
        for (var i = order.From; i < order.Sentence.To; i++)
        {
            var word = words.At(i).Lower;
            if (
                word
                is "it"
                    or "them"
                    or "one"
                    or "some"
                    or "that"
                    or "those"
                    or "this"
                    or "so"
                    or "both"
                    or "all"
                    or "each"
            )
                return true;
            if (word.Length > 3 && words.ClassAt(i).CanOpenAThing() && words.ClassAt(i) is not WordClass.Determiner)
                for (var k = need.Sentence.From; k < need.Sentence.To; k++)
                    if (words.At(k).Lower.StartsWith(word[..^1], StringComparison.Ordinal))
                        return true;
        }

        return false;
    }

    /// <summary>
    /// "Ada, the cold store is at nine degrees. Get the man in": what is so, and what is to be done about it. "Ada, the tap
    /// drips" alone calls for it.
    /// </summary>
    private bool IsWhatItIsAbout((Request Request, Draft Draft) told, (Request Request, Draft Draft) order)
    {
        var (first, second) = (told.Request.Words, order.Request.Words);
        return second.Sentence.Index - first.Sentence.Index is 0 or 1 or 2
            && second.Sentence.Line == first.Sentence.Line
            && second.Sentence.IsItem == first.Sentence.IsItem
            // "The spare cart charged (Ada) and somebody at each door"
            && !(first.IsListed && second.IsListed && first.Sentence == second.Sentence)
            && IsTold(first, order)
            && !Parting.Tells(words, second)
            && (first.Needs >= 0 || !Needing.Of(words, first.Sentence, first.Content).Any())
            && (
                second.Cue.Cue.Doer is Doer.You
                || words.ClassAt(second.Content) is WordClass.Verb
                || Listing.Orders(words, second.Content)
            )
            && !(words.At(second.From).Lower is "also" or "plus")
            && (
                told.Request.Names.Count == 0
                || order.Request.Names.Count == 0
                || told.Request.Names.Select(n => n.Who.From).SequenceEqual(order.Request.Names.Select(n => n.Who.From))
            );
    }

    /// <summary>"We'd need the files by Friday, our printer closes then": what, and why.</summary>
    private bool IsWhyItIsAsked((Request Request, Draft Draft) asked, (Request Request, Draft Draft) why)
    {
        var (first, second) = (asked.Request.Words, why.Request.Words);
        return first.Sentence == second.Sentence
            && why.Request.Names.Count == 0
            && asked.Request.Names.Count == 0
            && words.ClassAt(second.From - 1) is WordClass.Comma or WordClass.Dash
            && Parting.Tells(words, second)
            && !Parting.Tells(words, first)
            && words.ListedAs(second) is null;
    }

    /// <summary>"Could you quote for the hall? We need the price by 6 May": by when what was asked is needed.</summary>
    private bool IsByWhenItIsNeeded((Request Request, Draft Draft) asked, (Request Request, Draft Draft) need)
    {
        var (first, second) = (asked.Request.Words, need.Request.Words);
        if (
            asked.Draft.Due is not null
            || need.Draft is not { Due: not null, Repeats: null }
            || second.Sentence.Index != first.Sentence.Index + 1
            || second.Sentence.Line != first.Sentence.Line
            || second.Sentence.IsItem
            || !(second.Cue.Cue.Label is "need" or "wish")
            || !(words.ClassAt(second.Sentence.From) is WordClass.I or WordClass.We or WordClass.Stating)
            || first.Cue.Cue.Doer is not Doer.You and not Doer.Named
        )
            return false;
        var what = words.At(second.Content).Lower is "the" or "to" ? second.Content + 1 : second.Content;
        return Outcomes.Contains(words.At(what).Lower);
    }

    private bool IsTold(Candidate first, (Request Request, Draft Draft) order)
    {
        if (Parting.Tells(words, first))
            return true;
        // "The auditor wants the sheets. They're in the blue folder, copy them"
        if (first.Needs >= 0)
            return words.At(first.Needs).Lower is "want" or "wants" && TakenUp.Is(words, first);
        if (first.Cue.Cue != Cue.None)
            return false;
        // "Table 9 wobbles. Shim it"
        if (words.ClassAt(first.Content + 1) is WordClass.Number && words.ClassAt(first.End - 1) is WordClass.Third)
            return true;
        if (Listing.Orders(words, first.Content))
            return false;
        return words.ListedAs(first) is not { Who: not null }
                && (
                    Listing.States(words, first.Content + 1, first.End)
                    || SaidToOne.HasAThird(words, first.Content, first.End)
                )
            || TakenUp.Is(words, first)
                // "Oil for the baler, get it on account": what is to be got is said in the other.
                && !(
                    order.Request.Words.Sentence == first.Sentence
                    && $"{order.Draft.Title.Value} ".Contains(" it ", StringComparison.Ordinal)
                );
    }

    /// <summary>
    /// What meets a need, with its date, its people and how much it matters; what was said first is one press away.
    /// </summary>
    private static Draft Met(Draft need, Draft order) =>
        (order.Due is null ? order with { Due = need.Due, Start = need.Start, Repeats = need.Repeats } : order) with
        {
            Title = order.Title with
            {
                Value = AboutIt(need.Title.Value, order.Title.Value),
                Alternatives = [.. order.Title.Alternatives.Append(need.Title.Value).Distinct()],
            },
            Owners = order.Owners ?? need.Owners,
            Priority = order.Priority.Spans.IsEmpty ? need.Priority : order.Priority,
        };

    /// <summary>"Insurance renewal, runs out in May, get three prices": three prices for the insurance renewal.</summary>
    private static string AboutIt(string need, string order) =>
        need.IndexOf(',', StringComparison.Ordinal) is > 0 and var topic
        && order.Split(' ') is [.., "price" or "prices" or "quote" or "quotes"]
        && !order.Contains(" for ", StringComparison.Ordinal)
            ? $"{order} for the {char.ToLowerInvariant(need[0])}{need[1..topic]}"
            : order;

    private bool AreOfOne((Request Request, Draft Draft) a, (Request Request, Draft Draft) b)
    {
        var (first, second) = (a.Request.Words, b.Request.Words);
        return first.Sentence == second.Sentence
            && first.Cue.Cue.Doer is not Doer.Author
            && second.Cue.Cue.Doer is not Doer.Author
            && (second.Cue.Cue.Doer is not Doer.Anyone || words.ListedAs(second) is null)
            && (a.Request.Names.Count > 0 || IsSaidAgain(b))
            && (
                a.Request.Names.Count == 0 && IsSaidAgain(b)
                || a.Request.Names.Select(n => n.Who.From).SequenceEqual(b.Request.Names.Select(n => n.Who.From))
            )
            && (
                a.Draft.Due?.Value == b.Draft.Due?.Value && a.Draft.Start?.Value == b.Draft.Start?.Value
                || (IsSaidAgain(b) && (a.Draft is { Due: null, Start: null } || b.Draft is { Due: null, Start: null }))
                || SaysByWhen(second)
                || (b.Request.Clause.Certainty < Sure && b.Draft is { Due: null, Start: null, Repeats: null })
            )
            && (a.Draft.Repeats?.Value == b.Draft.Repeats?.Value || b.Request.Clause.Certainty < Sure)
            && !ArePartedSurely(first, second);
    }

    /// <summary>"Take some", "call one", "sort it out": what was asked before, in other words.</summary>
    private bool IsSaidAgain((Request Request, Draft Draft) read)
    {
        var content = read.Request.Words.Content;
        return read.Draft.Title.Value.Split(' ') is [_, "some" or "one"]
            || IsOneOfThem(read.Request.Words)
            || (
                words.At(content).Lower is "do" or "sort" or "arrange"
                && words.At(content + 1).Lower is "it" or "that" or "this"
            );
    }

    /// <summary>"Call one".</summary>
    private bool IsOneOfThem(Candidate request) =>
        words.At(request.Content + 1).Is("one") && !words.IsPlain(request.Content + 2);

    /// <summary>"Send them back, by tomorrow they have to be out": by when what was asked before has to be done.</summary>
    private bool SaysByWhen(Candidate request) =>
        request.Needs == request.From + 1
        && words.At(request.From).Lower is "it" or "they"
        && (
            words.At(request.Content - 1).Is("be")
            || words.At(request.Content).Lower is "open" or "work" or "close" or "go"
        );

    private bool ArePartedSurely(Candidate first, Candidate second)
    {
        if (words.ListedAs(first) is not null && words.ListedAs(second) is not null)
            return true;
        for (var i = first.End; i < second.From; i++)
            if (words.ClassAt(i) is WordClass.Dash or WordClass.Bracket or WordClass.Mark)
                return true;
        return false;
    }

    /// <summary>"Keep the spine" and "photograph the spine": "it", where both are one.</summary>
    private static string NamedOnce(string first, string second)
    {
        var thing = first.IndexOf(" the ", StringComparison.Ordinal);
        if (thing < 0 || first[..thing].Contains(' ', StringComparison.Ordinal))
            return second;
        var named = first[(thing + 1)..];
        return second.Replace(named, named.EndsWith('s') ? "them" : "it", StringComparison.Ordinal);
    }

    private Draft One((Request Request, Draft Draft) a, (Request Request, Draft Draft) b)
    {
        var (first, second) = (a.Draft.Title, b.Draft.Title);
        // "Prices go up from June, Ada, change the list": why, and what.
        if (Parting.Tells(words, a.Request.Words) && words.ClassAt(b.Request.Words.Content) is WordClass.Verb)
            return b.Draft with { Due = b.Draft.Due ?? a.Draft.Due, Start = b.Draft.Start ?? a.Draft.Start };
        // "Stop the pump, the filter is upside down": what, and why.
        if (Parting.Tells(words, b.Request.Words))
            return a.Draft;
        // "We need a locksmith, call one": "call a locksmith".
        if (IsOneOfThem(b.Request.Words) && !second.Value.EndsWith(" one", StringComparison.Ordinal))
            return b.Draft with { Due = b.Draft.Due ?? a.Draft.Due, Start = b.Draft.Start ?? a.Draft.Start };
        // "The insurers want photographs, can you take some": said once more.
        if (IsSaidAgain(b) || SaysByWhen(b.Request.Words))
            return a.Draft with
            {
                Due = a.Draft.Due ?? b.Draft.Due,
                Start = a.Draft.Start ?? b.Draft.Start,
                Owners = a.Draft.Owners ?? b.Draft.Owners,
            };
        // "School group on Friday, split them": "split the school group".
        if (
            a.Request.Words.Cue.Cue == Cue.None
            && words.ClassAt(a.Request.Words.Content).CanOpenAThing()
            && second.Value.Contains(first.Value, StringComparison.OrdinalIgnoreCase)
        )
            return b.Draft with { Due = b.Draft.Due ?? a.Draft.Due, Start = b.Draft.Start ?? a.Draft.Start };
        // "We need more change, go to the bank": what for, and what.
        if (
            a.Request.Words.Cue.Cue.Label is "need"
            && words.ClassAt(b.Request.Words.Content) is WordClass.Verb
            && b.Request.Words.Cue.Cue == Cue.None
        )
            return b.Draft with { Due = b.Draft.Due ?? a.Draft.Due, Start = b.Draft.Start ?? a.Draft.Start };
        second = second with { Value = NamedOnce(first.Value, second.Value) };
        var opens = b.Request.Words.From;
        var joint =
            words.ClassAt(opens - 1) is WordClass.Conjunction ? " and "
            // "If it came, label it, if not ring the shop"
            : words.At(opens - 1).Is("not") && words.At(opens - 2).Is("if") ? ", if not "
            : ", ";
        return a.Draft with
        {
            Title = first with
            {
                Value = first.Value + joint + char.ToLowerInvariant(second.Value[0]) + second.Value[1..],
                Spans = [.. first.Spans, .. second.Spans],
                Confidence = Math.Min(first.Confidence, second.Confidence),
                Alternatives = [first.Value, .. first.Alternatives, second.Value],
            },
        };
    }
}
