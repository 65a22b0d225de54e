using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>Settles what is told of a time beside what is asked: that something is so then, or is not to be then.</summary>
/// <param name="words">The message.</param>
/// <param name="requests">What was found to be asked.</param>
internal sealed class ToldTimes(MessageWords words, IReadOnlyList<Candidate> requests)
{
    /// <summary>What one has said is to be so by then.</summary>
    private static readonly FrozenSet<string> Promising = Lexicon.Set(
        "promised said told agreed wanted needed hoped offered quoted booked planned meant moved changed"
    );

    /// <summary>What settles it; null where the features have to decide.</summary>
    public Verdict? Settle(TimePhrase time, Candidate request) =>
        IsWhatIsSaid(time, request)
        // "Don't take tomorrow for an answer", "don't let them tell you next week"
        || (words.At(time.From - 1).Is("take") && (words.At(time.To).Is("for") || words.At(time.To - 1).Is("for")))
        || (words.At(time.From - 1).Is("you") && words.At(time.From - 2).Is("tell"))
        || IsOfWhatIsSought(time, request)
        || IsHowLongItIsHad(time, request)
        || IsWhatItIsAbout(time)
        // "See whether she can come Thursday instead of Friday"
        || (
            TimeRules.IsInside(time, request)
            && words.At(time.To).Lower is "instead" or "rather"
            && words.At(time.To + 1).Lower is "of" or "than"
        )
            ? Verdict.By(PlaceTexts.IsPartOfTheThing)
        : IsToldFrom(time, request)
        || (HasADeadline(request) && IsToldOfAnother(time, request))
        || TimesOfNoWork.Are(words, time, request)
        || IsDeniedBehind(time, request)
        || IsDeniedAhead(time, request)
        || IsArranged(time, request)
        || IsSince(time, request)
        || IsBesideItsStart(time, request)
        || IsOfWhatWasThen(time)
        || IsWhenSomethingWas(time, request)
        || IsOfWhatHappened(time, request)
        || IsOfAnOrder(time, request)
        || IsOfWhatFollows(time, request)
        // "They can do Tuesday or Wednesday. Ada, say Wednesday"
        || (words.At(request.Content).Is("say") && words.SentenceOf(time.From).Index < request.Sentence.Index)
        || IsOfOurDoing(time, request)
        || IsHowItWillBe(time, request)
        || IsOfTheDayBefore(time, request)
        || IsWhatIsAskedAbout(time, request)
        || IsWhatTheyAreTold(time, request)
        || IsOfAWish(time, request)
        || IsOfAPartThatTells(time, request)
            ? Verdict.By(PlaceTexts.IsPartOfWhatIsTold)
        : null;

    /// <summary>"No more cheques from Monday, put a notice up", "hand the old cards in, the new ones work from Monday".</summary>
    private bool IsToldFrom(TimePhrase time, Candidate request)
    {
        if (
            time is not { Start: not null, Due: null, Repeats: null }
            || words.SentenceOf(time.From) != request.Sentence
            || TimeRules.IsInside(time, request)
        )
            return false;
        // "From Monday the beginners meet at the gate, put it on the website"
        if (
            time.To < request.From
            && words.ClassAt(time.To) is WordClass.Determiner or WordClass.Possessive
            && words.At(request.Content).Lower is "put" or "tell" or "let" or "write" or "post" or "text" or "email"
        )
            for (var i = time.To + 1; i + 1 < request.From; i++)
                if (words.ClassAt(i) is WordClass.Verb or WordClass.Third || words.ClassAt(i).IsHelping())
                    return true;
        if (time.From == request.Sentence.From || !words.IsPlain(time.From - 1))
            return false;
        var (from, to) = time.To <= request.From ? (time.To, request.From) : (request.End, time.From);
        var parted = false;
        for (var i = from; i < to; i++)
            if (words.At(i).Is("so"))
                return false;
            else
                parted |= words.ClassAt(i) is WordClass.Comma or WordClass.Dash;
        return parted && (time.From > request.End || Tells(request.Sentence.From, time.From));
    }

    /// <summary>"The brake by Thursday": by when is said in the request itself.</summary>
    private bool HasADeadline(Candidate request)
    {
        foreach (var time in words.Times)
            if (
                TimeRules.IsInside(time, request)
                && time is { Due: not null, Repeats: null }
                && words.At(time.From).Lower is "by" or "before"
            )
                return true;
        return false;
    }

    /// <summary>"The brake by Thursday, Ben has a test at nine": told in a part of its own.</summary>
    private bool IsToldOfAnother(TimePhrase time, Candidate request)
    {
        if (words.SentenceOf(time.From) != request.Sentence || time.From < request.End || time.Repeats is not null)
            return false;
        var mark = time.From - 1;
        while (mark > request.Content && !Listing.IsMark(words, mark))
            mark--;
        return mark >= request.End - 1 && Listing.States(words, mark + 1, time.From);
    }

    /// <summary>"I've asked the plumber for Monday, Ada, let them know": when somebody else comes.</summary>
    private bool IsArranged(TimePhrase time, Candidate request)
    {
        if (!words.At(time.From).Is("for") || time.Repeats is not null || TimeRules.IsInside(time, request))
            return false;
        var home = words.SentenceOf(time.From);
        for (var i = time.From - 1; i > home.From && !Listing.IsMark(words, i); i--)
            if (words.At(i).Lower is "asked" or "booked" or "arranged" or "ordered" or "got")
                return words.At(i - 1).Lower is "i've" or "we've" or "have" or "i" or "we";
        return false;
    }

    /// <summary>"It has squeaked since its service on Saturday. Could you tell me why?": from when something is so.</summary>
    private bool IsSince(TimePhrase time, Candidate request)
    {
        if (TimeRules.IsInside(time, request))
            return false;
        for (var i = time.From - 1; i >= words.SentenceOf(time.From).From && !Listing.IsMark(words, i); i--)
            if (words.At(i).Is("since"))
                return true;
        return false;
    }

    /// <summary>"Measure the stay that was delivered on Monday", "the hall was left open on Saturday": when something was so.</summary>
    private bool IsOfWhatWasThen(TimePhrase time)
    {
        if (time is not { DayAlone: not null, Repeats: null } || !words.At(time.From).Is("on"))
            return false;
        for (
            var i = time.From - 1;
            i > words.SentenceOf(time.From).From
                && !Listing.IsMark(words, i)
                && words.ClassAt(i) is not WordClass.Conjunction;
            i--
        )
            if (words.At(i).Lower is "was" or "were" && words.ClassAt(i + 1) is WordClass.Past)
                return !(
                    words.At(i + 1).Lower is "moved" or "changed" or "needed" or "wanted" or "booked" or "planned"
                );
        return false;
    }

    /// <summary>"This week there were slugs in everything. I'd like my money back".</summary>
    private bool IsWhenSomethingWas(TimePhrase time, Candidate request) =>
        time.Repeats is null
        && !TimeRules.IsInside(time, request)
        && !(words.At(time.From).Lower is "by" or "before")
        && (
            words.At(time.To).Is("there")
            || words.ClassAt(time.To) is WordClass.I or WordClass.We or WordClass.Subject or WordClass.Someone
        )
        && words.At(time.To + 1).Lower is "was" or "were" or "had" or "found" or "got" or "lost" or "saw";

    /// <summary>"I moved in on Saturday and the cooker is cold. Could somebody look at it?": when that was.</summary>
    private bool IsOfWhatHappened(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (
            home.Index >= request.Sentence.Index
            || time is not { DayAlone: not null, Repeats: null }
            || !words.At(time.From).Is("on")
        )
            return false;
        for (var i = time.From - 1; i > home.From && !Listing.IsMark(words, i); i--)
            if (words.ClassAt(i) is WordClass.Past)
                return words.ClassAt(i - 1) is WordClass.I or WordClass.We or WordClass.Subject
                    && !Promising.Contains(words.At(i).Lower);
        return false;
    }

    /// <summary>"Price the rest, we'll sell them on Friday": what is done then.</summary>
    private bool IsOfWhatFollows(TimePhrase time, Candidate request)
    {
        if (time.From < request.End || words.SentenceOf(time.From) != request.Sentence || time.Repeats is not null)
            return false;
        var i = time.From - 1;
        while (i > request.Content && !Listing.IsMark(words, i))
            i--;
        return i >= request.End - 1 && words.At(i + 1).Lower is "we'll" or "they'll";
    }

    /// <summary>"They have doubled their order for Friday, tell the drivers": which order it is.</summary>
    private bool IsOfAnOrder(TimePhrase time, Candidate request) =>
        words.At(time.From).Is("for")
        && words.At(time.From - 1).Lower is "order" or "orders" or "booking" or "bookings"
        && time.Repeats is null
        && time.From < request.From
        && Listing.States(words, words.SentenceOf(time.From).From, time.From);

    /// <summary>"Could we have it moved? We load on the 27th": what we do then, and not by when.</summary>
    private bool IsOfOurDoing(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (
            home.Index <= request.Sentence.Index
            || time.Repeats is not null
            || !(
                words.ClassAt(home.From) is WordClass.I or WordClass.We
                || words.At(home.From).Lower is "i'll" or "we'll"
            )
            || !AsksNothing(home)
        )
            return false;
        // "I'll be in on Thursday", "I work until five", "we have somebody coming on the 24th"
        if (
            words.At(home.From).Lower is "i'll" or "we'll" && words.At(home.From + 1).Is("be")
            || words.ClassAt(home.From) is WordClass.I or WordClass.We
                && (
                    words.At(home.From + 1).Lower is "work" or "finish" or "close" or "leave" or "start"
                    || words.At(home.From + 1).Is("have")
                        && Enumerable
                            .Range(home.From + 2, Math.Max(0, time.From - home.From - 2))
                            .Any(i => words.At(i).Lower is "coming" or "arriving" or "visiting")
                )
        )
            return words.At(time.From).Lower is not ("by" or "before");
        return time is { DayAlone: not null }
            && words.At(time.From).Is("on")
            && words.ClassAt(home.From) is WordClass.We
            && words.ClassAt(home.From + 1) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.VerbOrAdjective
            && !(words.At(home.From + 1).Lower is "need" or "want" or "expect" or "hope" or "meet");
    }

    /// <summary>"Draft a letter about the lift. It'll be off from the 11th to the 15th": when that is so.</summary>
    private bool IsHowItWillBe(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (home.Index <= request.Sentence.Index || time.Repeats is not null || !AsksNothing(home))
            return false;
        var be = words.At(home.From).Lower switch
        {
            "it'll" or "they'll" or "he'll" or "she'll" => home.From + 1,
            "it" or "they" or "he" or "she" when words.At(home.From + 1).Is("will") => home.From + 2,
            _ => -1,
        };
        return be > 0
            && words.At(be).Is("be")
            && !(words.At(be + 1).Lower is "needed" or "wanted" or "due" or "collected" or "fetched" or "required")
            && !(words.At(time.From).Lower is "by" or "before");
    }

    /// <summary>"We would like to meet on the 9th from eight until two. Please tell us whether that is possible".</summary>
    private bool IsWhatIsAskedAbout(TimePhrase time, Candidate request)
    {
        if (
            words.SentenceOf(time.From).Index >= request.Sentence.Index
            || time.Repeats is not null
            || !(words.At(request.Content).Lower is "tell" or "let" or "confirm" or "say")
        )
            return false;
        for (var i = request.Content + 1; i + 2 < request.Sentence.To; i++)
            if (words.At(i).Lower is "whether" or "if")
                return words.At(i + 1).Lower is "that" or "it" or "this"
                    && words.At(i + 2).Lower is "is" or "would" or "suits" or "works" or "fits";
        return false;
    }

    /// <summary>"Rain on Friday so we swap Friday and Saturday, Ada let everyone know".</summary>
    private bool IsWhatTheyAreTold(TimePhrase time, Candidate request)
    {
        if (
            words.SentenceOf(time.From) != request.Sentence
            || time.To > request.From
            || time is not { DayAlone: not null, Repeats: null }
            || words.At(time.From).Lower is "by" or "before"
            || !(words.At(request.Content).Lower is "let" or "tell" or "warn")
            || words.ClassAt(request.Content + 1) is not (WordClass.Someone or WordClass.Object)
        )
            return false;
        for (var i = request.Sentence.From + 1; i < request.From; i++)
            if (words.At(i).Is("so"))
                return words.ClassAt(i + 1) is WordClass.We or WordClass.Subject or WordClass.Stating;
        return false;
    }

    /// <summary>"Meet her on Thursday, quarter past two. Bring the plans": the hour of that day, and of what is asked for it.</summary>
    private bool IsOfTheDayBefore(TimePhrase time, Candidate request) =>
        time.ClockAlone is not null
        && words.SentenceOf(time.From) is var home
        && home.Index < request.Sentence.Index
        && !AsksNothing(home)
        && words.ClassAt(time.From - 1) is WordClass.Comma
        && words.TimeAt(time.From - 2) is { DayAlone: not null };

    private bool AsksNothing(Sentence s)
    {
        foreach (var request in requests)
            if (request.Sentence == s)
                return false;
        return true;
    }

    /// <summary>"The stall closes at the end of May. Put it up for sale from 1 June": what is asked says from when itself.</summary>
    private bool IsBesideItsStart(TimePhrase time, Candidate request)
    {
        if (words.SentenceOf(time.From).Index >= request.Sentence.Index)
            return false;
        foreach (var other in words.Times)
            if (
                other is { Start: not null, StartClock: null, Due: null, IsMilestone: false }
                && TimeRules.IsInside(other, request)
            )
                return true;
        return false;
    }

    /// <summary>"The academy would like us to screen sixty in May. Ada, ring them": what somebody wants is on that day.</summary>
    private bool IsOfAWish(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (
            home.Index >= request.Sentence.Index
            || time.Repeats is not null
            || words.At(time.From).Lower is "by" or "before" or "for"
            || words.At(time.From - 1).Lower is "by" or "before" or "for"
        )
            return false;
        for (var i = home.From + 1; i < time.From; i++)
            if (
                (words.At(i).Lower is "want" or "wants" || words.At(i).Is("like") && words.At(i - 1).Is("would"))
                && words.ClassAt(i - 1)
                    is WordClass.Other
                        or WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.Third
                        or WordClass.Modal
            )
                return words.ClassAt(home.From) is not (WordClass.I or WordClass.We or WordClass.Subject)
                    && AsksNothing(home);
        return false;
    }

    /// <summary>"Make a list of what's flowering on the 14th, by Monday": of what is sought, and by when is said behind it.</summary>
    private bool IsOfWhatIsSought(TimePhrase time, Candidate request)
    {
        if (!TimeRules.IsInside(time, request) || !words.At(time.From).Is("on"))
            return false;
        for (var i = time.From - 1; i > request.Content && !Listing.IsMark(words, i); i--)
            if (words.At(i).Lower is "what's" or "who's" or "what" or "who" or "where" or "which")
                return IsDatedBehind(time.To, request.Sentence);
        return false;
    }

    private bool IsDatedBehind(int from, Sentence s)
    {
        foreach (var time in words.Times)
            if (time.From >= from && time.To <= s.To && words.At(time.From).Lower is "by" or "before")
                return true;
        return false;
    }

    /// <summary>"Book the van for the 5th to the 9th": from when to when, and not by when.</summary>
    private bool IsHowLongItIsHad(TimePhrase time, Candidate request)
    {
        if (!(words.At(request.Content).Lower is "book" or "hire" or "reserve" or "rent" or "borrow" or "have"))
            return false;
        return words.At(time.To).Lower is "to" or "until" or "till" && words.TimeAt(time.To + 1) is not null
            || words.At(time.From - 1).Is("to") && words.TimeAt(time.From - 2) is not null;
    }

    /// <summary>"Write something about the spring sale": the sale, and not when it is.</summary>
    private bool IsWhatItIsAbout(TimePhrase time) =>
        time.IsMilestone && (words.At(time.From).Is("about") || words.At(time.From - 1).Is("about"));

    /// <summary>"Could we move it to Tuesday? Mum can't do this week": when it is not to be.</summary>
    private bool IsDeniedBehind(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (home.Index <= request.Sentence.Index || requests.Any(r => r.Sentence == home))
            return false;
        // "It isn't urgent, but by Friday please" asks for it: what counts is the part that the time stands in.
        for (var i = time.From - 1; i > home.From && !Listing.IsMark(words, i) && !words.At(i).Is("but"); i--)
            if (
                words.At(i).Lower is "can't" or "cannot" or "couldn't" or "won't" or "isn't" or "aren't"
                // "Lock the store. I found it open this morning"; "I promised it by Friday" is by when.
                || (
                    words.ClassAt(i) is WordClass.Past
                    && words.ClassAt(i - 1) is WordClass.I or WordClass.We
                    && !Promising.Contains(words.At(i).Lower)
                )
            )
                return true;
        return false;
    }

    /// <summary>"Mr Hale can't make Thursday, offer him Friday": when it cannot be.</summary>
    private bool IsDeniedAhead(TimePhrase time, Candidate request)
    {
        if (
            time is not { DayAlone: not null, Repeats: null }
            || time.To > request.From
            || words.At(time.From).Lower is "by" or "before"
        )
            return false;
        for (var i = time.From - 1; i >= words.SentenceOf(time.From).From && !Listing.IsMark(words, i); i--)
            if (words.At(i).Lower is "can't" or "cannot" or "couldn't" or "won't")
                return words.At(i + 1).Lower is "make" or "do" or "manage" or "come";
        return false;
    }

    /// <summary>"Ring them and say Thursday at nine", "offer them the hall for the 2nd".</summary>
    private bool IsWhatIsSaid(TimePhrase time, Candidate request) =>
        TimeRules.IsInside(time, request)
        && time.Repeats is null
        && (
            words.At(time.From - 1).Lower is "say" or "suggest" or "propose"
            || words.At(time.From).Is("for") && IsOffered(request.Content, time.From)
            // "Offer him Friday at three or Monday at nine"
            || words.At(request.Content).Is("offer")
                && words.ClassAt(request.Content + 1) is not (WordClass.Determiner or WordClass.To)
                && (time.From <= request.Content + 3 || words.At(time.From - 1).Is("or"))
                && !(words.At(time.From).Lower is "by" or "before" or "today")
        );

    private bool IsOffered(int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.At(i).Is("offer"))
                return true;
        return false;
    }

    /// <summary>"Try the mill again, they should be in after five".</summary>
    private bool IsOfAPartThatTells(TimePhrase time, Candidate request)
    {
        if (words.SentenceOf(time.From) != request.Sentence || time.From <= request.Content)
            return false;
        var mark = time.From - 1;
        while (mark > request.Content && !Listing.IsMark(words, mark))
            mark--;
        for (var i = mark + 1; i < time.From; i++)
            if (words.At(i).Lower is "need" or "needs" or "needing" or "needed" or "want" or "wants")
                return false;
        // "Please keep it for me, I'll be in on Thursday"
        if (
            mark > request.Content
            && words.At(mark + 1).Lower is "i'll" or "we'll"
            && words.At(mark + 2).Is("be")
            && words.At(mark + 3).Lower is "in" or "there" or "here" or "back" or "passing"
        )
            return true;
        return mark > request.Content
            && words.ClassAt(mark + 1) is WordClass.Subject
            && ToldBeside.Is(words, mark + 1, request.Sentence.To);
    }

    /// <summary>"The lorry's coming at two. Be ready".</summary>
    public bool IsToldFirst(TimePhrase time, Candidate request) =>
        time is { Due: not null, Repeats: null }
        && words.At(request.Content).Is("be")
        && words.At(request.Content + 1).Lower is "ready" or "there" or "here"
        && (
            words.SentenceOf(time.From).Index == request.Sentence.Index - 1
                && words.Times.TrueForAll(t => words.SentenceOf(t.From) != request.Sentence)
            // "They come on Wednesday at ten, so be there"
            || words.SentenceOf(time.From) == request.Sentence
                && time.To <= request.From
                && words.Times.TrueForAll(t => t == time || words.SentenceOf(t.From) != request.Sentence)
        );

    private bool Tells(int from, int to)
    {
        if (Listing.States(words, from, to))
            return true;
        for (var i = from; i < to; i++)
            if (words.At(i).Lower is "no" or "want" or "wants")
                return true;
        return false;
    }
}
