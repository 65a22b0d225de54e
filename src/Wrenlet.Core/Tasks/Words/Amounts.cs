using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what a number in a request is of, where that was said before: "we're out of toilet fluid, get 20 litres", "the machine
/// needs a new wheel, order two".
/// </summary>
/// <param name="words">The message.</param>
/// <param name="request">The words that ask.</param>
/// <param name="spokenOf">What was named before.</param>
internal sealed class Amounts(MessageWords words, Candidate request, SpokenOf spokenOf)
{
    private static readonly FrozenSet<string> Measures = Lexicon.Set(
        "litres litre kilos kilo grams tonnes tons metres metre boxes box bags bag rolls roll packs pack packets tins tin cans cases "
            + "case crates crate sacks sack bottles bottle drums drum tubs tub reams pairs dozen sheets pallets pallet trays tray"
    );

    private readonly Agreement _agreement = new(words, request);
    private readonly NamingWords _naming = new(words);

    /// <summary>The words for a number or measure with what it is of; null where the token is none, or nothing was named.</summary>
    /// <param name="i">The token.</param>
    public string? Of(int i)
    {
        if (IsCount(i) && (Things() ?? ThingsOfOne()) is { } counted)
            return $"{words.Slice(i, i + 1)} {counted}";
        return IsMeasured(i) && Lacked() is { } lacked
            ? $"{words.Slice(i, i + 1)} of {words.Slice(lacked.From, lacked.To)}"
            : null;
    }

    private Mention? Lacked()
    {
        foreach (var mention in spokenOf.Before())
            if (_naming.IsLacked(mention.From))
                return mention;
        return null;
    }

    /// <summary>"Order two so we have a spare", "fit two a day": of what was named before.</summary>
    private bool IsCount(int i) =>
        i == request.Content + 1
        && (
            words.At(i).Kind is TokenKind.Number && words.At(i).Value is > 1 and < 1_000
            || Lexicon.Numbers.TryGetValue(words.At(i).Lower, out var n) && n > 1
        )
        && (BareOrder.WantsAThing(words, request.Content) || SpokenOf.IsGotten(words, request.Content))
        && (
            i + 1 >= request.End
            || words.TimeAt(i + 1) is not null
            || !words.IsPlain(i + 1)
            // "Get twenty in"
            || (words.At(i + 1).Lower is "in" or "up" or "out" or "back" && !words.IsPlain(i + 2))
            || (words.At(i + 1).Lower is "a" or "per" && words.At(i + 2).Lower is "day" or "week" or "month")
            || words.At(i + 1).Is("so")
        );

    /// <summary>What a count is of: several that were named before.</summary>
    public string? Things()
    {
        var counted = spokenOf
            .Before()
            .Where(m =>
                (m is { IsPlural: true, IsSomebody: false, IsInAnAside: false } && !_agreement.IsFirm(m))
                || _naming.IsLacked(m.From)
            )
            .MaxBy(m => m.From);
        if (counted is null)
            return null;
        var phrase = spokenOf.WordsOf(counted);
        if (phrase.StartsWith("the ", StringComparison.OrdinalIgnoreCase))
            phrase = phrase[4..];
        // "We're down to three screens, get twenty in"
        return phrase.Split(' ', 2) is [var count, var things] && Lexicon.Numbers.ContainsKey(count) ? things : phrase;
    }

    /// <summary>"The machine needs a new wheel, order two": new wheels.</summary>
    private string? ThingsOfOne() =>
        spokenOf
            .Before()
            .Where(m =>
                m is { IsPlural: false, IsSomebody: false }
                && words.At(m.From).Lower is "a" or "an"
                && words.At(m.From - 1).Lower is "needs" or "need" or "wants" or "want"
            )
            .MaxBy(m => m.From)
            is { } needed
            ? WordForms.ThirdOf(words.Slice(needed.From + 1, needed.To))
            : null;

    /// <summary>"We're out of toilet fluid. Get 20 litres": how much of what is said elsewhere.</summary>
    private bool IsMeasured(int i) =>
        i == request.Content + 2
        && (words.At(i - 1).Kind is TokenKind.Number || Lexicon.Numbers.ContainsKey(words.At(i - 1).Lower))
        && Measures.Contains(words.At(i).Lower)
        && (i + 1 >= request.End || words.TimeAt(i + 1) is not null || !words.IsPlain(i + 1));
}
