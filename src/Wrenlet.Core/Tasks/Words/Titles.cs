using System.Text;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Makes a title of what is left of a request.</summary>
internal static class Titles
{
    /// <summary>The title of a request: what is to be done, in the base form, without what was understood as something else.</summary>
    /// <param name="words">The message.</param>
    /// <param name="request">The words that ask.</param>
    /// <param name="taken">Runs of tokens that are no part of it.</param>
    /// <param name="author">Who is meant by "me" and "my"; null where the author is the one to do it.</param>
    /// <param name="byStaff">Whether one of ours writes: of others "us" and "our" are their own.</param>
    public static string Of(
        MessageWords words,
        Candidate request,
        IEnumerable<(int From, int To)> taken,
        string? author,
        bool byStaff
    )
    {
        // "The sink trap needs emptying": it is to be emptied.
        if (request.Needs < 0 && request.Cue.Cue == Cue.None)
            foreach (var (needs, complement) in Needing.Of(words, request.Sentence, request.Content))
                if (
                    complement < request.End
                    && (
                        words.ClassAt(complement) is WordClass.Gerund
                        || (words.ClassAt(complement) is WordClass.Past && words.At(complement - 1).Is("be"))
                    )
                )
                    return Of(
                        words,
                        request with
                        {
                            From = request.Content,
                            Needs = needs,
                            Content = complement,
                            Cue = new(Cue.Thing, complement, complement, null),
                        },
                        taken,
                        author,
                        byStaff
                    );
        var left = new bool[words.Count];
        Array.Fill(left, true, request.Content, request.End - request.Content);
        foreach (var (from, to) in taken)
            for (var i = Math.Max(from, 0); i < to; i++)
                left[i] = false;
        for (var i = request.Content; i < request.End; i++)
            if (words.At(i).Lower is "please" or "kindly" or "pls" or "thanks")
                left[i] = false;
        // "Please all wash your hands"
        if (
            request.Needs < 0
            && words.At(request.Content).Lower is "all" or "both"
            && words.At(request.Content - 1).Is("please")
        )
            left[request.Content] = false;
        // "Make sure you water the ferns"
        if (
            words.At(request.Content).Is("make")
            && words.At(request.Content + 1).Is("sure")
            && (words.At(request.Content + 2).Is("that") ? request.Content + 3 : request.Content + 2) is var you
            && words.At(you).Lower is "you" or "to"
            && you + 1 < request.End
            && words.ClassAt(you + 1) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb
        )
            Array.Fill(left, false, request.Content, you + 1 - request.Content);
        // "Do me a favour and check the tyres"
        if (words.At(request.Content).Is("do") && words.At(request.Content + 1).Lower is "me" or "us")
            for (var i = request.Content + 3; i + 1 < request.End && i < request.Content + 7; i++)
                if (
                    words.At(i).Lower is "and" or ":" or "-"
                    && words.At(i - 1) is { } last
                    && (last.Is("favour") || last.Name is not null)
                )
                    Array.Fill(left, false, request.Content, i + 1 - request.Content);
        // "Kit, you do the invoices"
        if (request.Needs < 0 && words.ClassAt(request.Content) is WordClass.You && request.End - request.Content > 2)
            left[request.Content] = false;
        // Where something is said is no part of what is to be done.
        for (var i = request.Content; i < request.End; i++)
            foreach (var cue in words.CuesAt(request.Sentence, i))
                if (cue.Cue.Label == Cues.Pointer)
                    for (var k = i; k < cue.To; k++)
                        left[k] = false;
        // "Everybody needs to have done the test": that it is done is what counts.
        if (
            request.Needs < 0
            && words.At(request.Content).Is("have")
            && words.At(request.Content - 1).Is("to")
            && (words.ClassAt(request.Content + 1) is WordClass.Past || words.At(request.Content + 1).Is("done"))
            && request.Content + 2 < request.End
            && WordForms.PastBase(words.At(request.Content + 1).Lower) is not null
        )
            return Of(words, request with { Content = request.Content + 1 }, taken, author, byStaff);
        // "Do send us a copy"
        if (
            request.Needs < 0
            && words.At(request.Content).Is("do")
            && request.Content + 2 < request.End
            && words.ClassAt(request.Content + 1) is WordClass.Verb
        )
            left[request.Content] = false;
        // "Forget the posters and do the menus first"
        if (request.Needs < 0 && words.At(request.Content).Is("forget"))
            for (var i = request.Content + 2; i + 1 < request.End; i++)
                if (words.At(i).Is("and") && Listing.Orders(words, i + 1))
                    Array.Fill(left, false, request.Content, i + 1 - request.Content);
        // "First ring the bank and then pay the bill"
        if (
            request.Needs < 0
            && words.At(request.Content).Is("first")
            && request.Content + 2 < request.End
            && (
                Listing.Orders(words, request.Content + 1) || words.ClassAt(request.Content + 1) is WordClass.Determiner
            )
        )
            left[request.Content] = false;
        // "Nip up and count the trays": how one gets there is no part of it.
        if (
            request.Needs < 0
            && Asides.PastGoing(words, request) is var begins
            && begins > request.Content
            // "Please come and see"
            && begins + 1 < request.End
            && words.IsPlain(begins + 1)
        )
            Array.Fill(left, false, request.Content, begins - request.Content);
        // "The invitations have to be out"
        if (request.Needs < 0 && request.Cue.Cue == Cue.None)
            for (var i = request.Content + 1; i + 2 < request.End; i++)
                if (
                    words.At(i).Lower is "has" or "have" or "need" or "needs"
                    && words.At(i + 1).Is("to")
                    && words.At(i + 2).Lower is "be" or "go" or "come"
                )
                    Array.Fill(left, false, i, words.At(i + 2).Is("be") || NeedyTitles.IsOff(words, i + 2) ? 3 : 2);
                // "Your reports were due last Friday. End of today, please": the reports
                else if (
                    words.ClassAt(i) is WordClass.Be
                    && words.At(i + 1).Lower is "due" or "overdue"
                    && words.ListedAs(request) is { IsAllThatIsAsked: true }
                )
                    Array.Fill(left, false, i, request.End - i);
        // "Tell the volunteers, Ada, that they can eat here"
        for (var i = request.Content + 2; i + 1 < request.End; i++)
            if (
                words.ClassAt(i) is WordClass.Comma
                && words.ClassAt(i - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag
                && words.At(i + 1).Lower is "that" or "whether" or "if" or "to" or "about"
                && words.Names.Find(n => n.To == i) is { } vocative
                && words.ClassAt(vocative.From - 1) is WordClass.Comma
            )
                (left[vocative.From - 1], left[i]) = (false, false);
        if (SaidInPassing.Outsider(words, request) is { } outsider)
            Array.Fill(left, false, outsider, request.End - outsider);
        foreach (var (from, to) in Asides.Whenever(words, request))
            Array.Fill(left, false, from, to - from);
        foreach (var (from, to) in Asides.Vague(words, request))
            Array.Fill(left, false, from, to - from);
        // "ring Ruth for me, could you": asked twice.
        var end = request.End - 1;
        while (end > request.Content && (!left[end] || !words.At(end).IsWord))
            end--;
        if (
            end - 1 > request.Content
            && words.ClassAt(end) is WordClass.You
            && words.ClassAt(end - 1) is WordClass.Modal or WordClass.DoBase
        )
            (left[end], left[end - 1]) = (false, false);
        // "Measure it, would you, and send me the numbers"
        for (var i = request.Content + 2; i + 1 < end; i++)
            if (
                words.ClassAt(i) is WordClass.You
                && words.ClassAt(i - 1) is WordClass.Modal
                && words.ClassAt(i - 2)
                    is WordClass.Comma
                        or WordClass.Time
                        or WordClass.Noun
                        or WordClass.Object
                        or WordClass.Adverb
                && words.ClassAt(i + 1) is WordClass.Comma or WordClass.Conjunction
            )
            {
                (left[i - 1], left[i]) = (false, false);
                if (words.ClassAt(i - 2) is WordClass.Comma)
                    left[i - 2] = false;
                // "Count them this week, will you, properly": how, and no part beside
                else if (
                    words.ClassAt(i + 1) is WordClass.Comma
                    && words.At(i + 2).Lower.EndsWith("ly", StringComparison.Ordinal)
                )
                    left[i + 1] = false;
            }
        foreach (var (from, to) in Asides.Reasons(words, request))
            for (var i = from; i < to; i++)
                left[i] = false;
        var first =
            author?.Split(' ') is not [var called, ..] ? null
            : byStaff ? Names.First(author)
            // "Hot Dog Harry", a customer, is no Hot.
            : author.Split(' ').Length > 2 || Names.IsTitle(called) || PeopleWords.IsFirm(author) ? author
            : called;
        if (request.Needs < 0 && DoneTitles.NotDone(words, request, first) is { } undone)
            return TitleEdges.Polish(undone);
        if (request.Needs < 0 && DoneTitles.OfAllTheirs(words, request, left) is { } theirs)
            return TitleEdges.Polish(theirs);
        if (request.Needs < 0 && DoneTitles.AsDone(words, request, left, first, byStaff) is { } asDone)
            return TitleEdges.Polish(asDone);
        if (request.Needs < 0 && DoneTitles.AsHad(words, request, left, first) is { } had)
            return TitleEdges.Polish(had);
        if (request.Needs < 0)
        {
            var spokenOf = new SpokenOf(words, request, first, byStaff);
            var unsaid = new Unsaid(words, request, spokenOf);
            if (unsaid.DoneTo() is { } doneTo)
                return TitleEdges.Polish(doneTo);
            if (unsaid.GoneTo() is { } gone)
                return TitleEdges.Polish("go " + gone);
            if (PromisedBefore.Of(words, request) is var (promised, ends))
            {
                var ofIt = All(words);
                for (var i = promised; i < ends; i++)
                    ofIt[i] = words.TimeAt(i) is null;
                return TitleEdges.Polish(Joined(words, promised, ends, ofIt, first, null));
            }
            if (LeftUndone.Of(words, request, first) is { } undoneBefore)
                return TitleEdges.Polish(undoneBefore);
            if (NeedyTitles.SeenTo(words, request) is { } needed)
                return Of(words, needed, taken, author, byStaff);
            var (inBase, meant) = (BaseForms.Of(words, request), spokenOf.InPlaces());
            // "Somebody counts the till and signs the book"
            if (inBase is not null && words.ClassAt(request.Content) is WordClass.Third)
                for (var i = request.Content + 2; i + 1 < request.End; i++)
                    if (
                        words.At(i - 1).Is("and")
                        && words.ClassAt(i) is WordClass.Third
                        && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Possessive or WordClass.Object
                        && WordForms.ThirdBase(words.At(i).Lower) is { } second
                    )
                        meant[i] = second;
            var title = Joined(words, request.Content, request.End, left, first, inBase, meant);
            // "What did we charge? Look it up"
            if (Enquiring.Of(words, request, first) is var (enquiry, told))
                title = $"{enquiry} {Joined(words, told, request.End, left, first, null, meant)}";
            if (words.ListedAs(request) is { Verb: { } verbOfAll })
                title = $"{verbOfAll} {title}";
            if (words.VerbAbove(request) is { } verbAbove)
                title = $"{verbAbove} {char.ToLowerInvariant(title.TrimStart()[0])}{title.TrimStart()[1..]}";
            // "It's important that the letters go out": that they do is what is to be seen to.
            if (request.Cue.Cue.Label is "sure" && words.At(request.Content - 1).Is("that"))
                title = $"make sure {title}";
            // "... and somebody with a loud voice"
            if (request.Cue.Cue.Label is "someone" && words.ClassAt(request.Content) is WordClass.Preposition)
                title = $"{words.At(request.From).Lower} {title}";
            // "Please reply", a customer writes.
            if (
                !byStaff
                && author is not null
                && title.TrimEnd().ToLowerInvariant() is "reply" or "respond" or "answer"
            )
                title = $"reply to {author}";
            // "I left my scarf behind. Could you keep it for me?": whose it is, is said.
            if (
                first is not null
                && meant.Values.Any(m => m.StartsWith(first + "'s ", StringComparison.Ordinal))
                && !title.Contains($" for {first}'s", StringComparison.Ordinal)
            )
                title = title.Replace($" for {first}", "", StringComparison.Ordinal);
            var done =
                unsaid.Topic()
                ?? unsaid.LookedAt()
                ?? unsaid.SaidTo()
                ?? unsaid.Confirmed()
                ?? unsaid.GivenWhat()
                ?? unsaid.PricedFor(title)
                ?? unsaid.For(title);
            // "Resend, with an apology"
            return done is not null && title.IndexOf(',', StringComparison.Ordinal) is > 0 and var apart
                ? TitleEdges.Polish($"{title[..apart]} {done}{title[apart..]}")
                : TitleEdges.Polish($"{title} {done}");
        }

        // A thing needs something: what is to be done comes before the thing. Whom it is said to stands before both.
        var opens = request.From;
        if (words.At(opens).Is("from") && words.At(opens + 1).Is("now") && words.At(opens + 2).Is("on"))
            opens += 3;
        while (opens < request.Needs - 1 && taken.Any(t => t.From <= opens && opens < t.To))
            opens++;
        var thing = Joined(words, opens, NeedyTitles.EndOfThing(words, opens, request.Needs), All(words), first, null)
            .Trim(TitleEdges.Blank);
        // "The shed's a mess and has to be tidied"
        for (var i = opens; i < request.Needs; i++)
            if (
                Needing.IsShortForIs(words, i)
                && Needing.IsToldBefore(words, request.Sentence, i) is not null
                && thing.Length > 2
            )
                thing = thing[..^2];
        if (
            words.ClassAt(opens)
                is not (
                    WordClass.Noun
                    or WordClass.Possessive
                    or WordClass.Other
                    or WordClass.Number
                    or WordClass.Person
                    or WordClass.Tag
                )
                && thing.Length > 0
            || words.At(opens).Is("everything")
        )
            thing = char.ToLowerInvariant(thing[0]) + thing[1..];
        // "All drivers need to bring in their badges": they are the owners.
        if (
            Enumerable
                .Range(opens, request.Needs - opens)
                .All(i =>
                    words.At(i).Lower is "all" or "every" or "each" or "of" or "the" or "our"
                    || taken.Any(t => t.From <= i && i < t.To)
                ) && words.At(request.Content - 1).Is("to")
        )
            thing = "";
        // "Packing need more straw": whose it is says for whom.
        if (Enumerable.Range(opens, request.Needs - opens).All(i => taken.Any(t => t.From <= i && i < t.To)))
            thing = "";
        // "One of you needs to be at the gate": whoever it is
        if (words.At(opens).Is("one") && words.At(opens + 1).Is("of") && words.At(opens + 2).Lower is "you" or "us")
        {
            var doing = words.At(request.Content - 1).Is("be") ? "be " : "";
            return TitleEdges.Polish(doing + Joined(words, request.Content, request.End, left, first, null));
        }
        var spoken = new SpokenOf(words, request, first, byStaff);
        // "Coach 9 came back full of glitter, it has to be spotless"
        if (request.Needs == opens + 1 && words.At(opens).Lower is "it" or "they" && spoken.MeantBy(opens) is { } it)
            return TitleEdges.Polish($"{it} {Joined(words, request.Content, request.End, left, first, null)}");
        var bare = Undetermined(thing);
        var inPlaces = spoken.InPlaces();
        var (opening, rest) = (
            words.At(request.Content).Lower,
            Joined(words, request.Content + 1, request.End, left, first, null, inPlaces)
        );
        var verb =
            (
                words.ClassAt(request.Content) is WordClass.Gerund
                    ? WordForms.GuessedGerundBase(opening)
                    : WordForms.GerundBase(opening)
            )
            ?? (
                words.At(request.Content - 1).Lower is "be" or "get" or "gets"
                    ? WordForms.PastBase(opening)
                        ?? (WordForms.HasSamePast(opening) || opening is "run" ? opening : null)
                    : null
            );
        if (verb is not null)
            return TitleEdges.Polish(
                NeedyTitles.DoneTo(
                    words,
                    request,
                    verb,
                    NeedyTitles.Determined(words, opens, request.Needs, thing),
                    rest
                )
            );
        // "The coach company need to know the numbers, Ada": they are to be told.
        if (opening is "know" && words.At(request.Content - 1).Is("to"))
            return TitleEdges.Polish($"let {thing} know {rest}");
        if (DoneTitles.WithItsPart(words, request, thing, left) is { } withPart)
            return TitleEdges.Polish(withPart);
        var saidFrom = NeedyTitles.IsOff(words, request.Content) ? request.Content + 1 : request.Needs;
        // "A label, also the ones upstairs": what is needed is said before the comma.
        var comma = request.Content;
        while (comma < request.End && words.ClassAt(comma) is not WordClass.Comma)
            comma++;
        return
            words.ClassAt(request.Content)
                is WordClass.Determiner
                    or WordClass.Noun
                    or WordClass.Number
                    or WordClass.VerbOrAdjective
                    or WordClass.NounOrVerb
                    or WordClass.Third
            // "The lift has to be ready for the inspector": the lift, ready.
            && !words.At(request.Content - 1).Is("be")
            ? TitleEdges.Polish(
                Undetermined(Joined(words, request.Content, comma, left, first, null, inPlaces))
                    + (thing.Length > 0 ? $" for {thing}" : "")
                    + Joined(words, comma, request.End, left, first, null, inPlaces)
            )
            : TitleEdges.Polish($"{bare} {Joined(words, saidFrom, request.End, left, first, null, inPlaces)}");
    }

    /// <summary>The title with somebody's name in the place of "you", "your" and "yours".</summary>
    public static string Naming(string title, string them) =>
        string.Join(
            ' ',
            title
                .Split(' ')
                .Select(word =>
                {
                    var bare = word.TrimEnd(',', ';', ':', ')');
                    var named = bare.ToLowerInvariant() switch
                    {
                        "you" => them,
                        "your" or "yours" => $"{them}’s",
                        _ => null,
                    };
                    return named is null ? word : named + word[bare.Length..];
                })
        );

    public static string Joined(
        MessageWords words,
        int from,
        int to,
        bool[] left,
        string? author,
        string? opening,
        Dictionary<int, string>? inPlaces = null
    )
    {
        var joined = new StringBuilder();
        for (var i = from; i < to; i++)
        {
            var token = words.At(i);
            var apart = i > from && token.Span.Start > words.At(i - 1).Span.End;
            if (joined.Length > 0 && (apart || !left[i]) && joined[^1] != ' ')
                joined.Append(' ');
            if (left[i])
                joined.Append(
                    i == from && opening is not null ? opening
                    : inPlaces is not null && inPlaces.TryGetValue(i, out var meant) ? meant
                    : WordOf(words, i, author)
                );
        }

        return joined.ToString();
    }

    /// <summary>A word as it stands, but for those that are written short, and "me" and "my".</summary>
    private static string WordOf(MessageWords words, int i, string? author)
    {
        var token = words.At(i);
        var written = words.Text[token.Span.Start..token.Span.End];
        if (!token.IsWord)
            return written;
        if (author is not null && token.Lower is "me" or "my")
            return token.Lower is "me" ? author! : author + "'s";
        return token.Mended ? token.Lower : written;
    }

    private static bool[] All(MessageWords words) => Enumerable.Repeat(true, words.Count).ToArray();

    private static string Undetermined(string words) =>
        words.Split(' ', 2) is [var first, var rest] && (first.ToLowerInvariant() is "a" or "an" or "some")
            ? rest
            : words;
}
