namespace Wrenlet.Core.Tasks.Words;

/// <summary>Whose doing a frame speaks of.</summary>
internal enum Doer
{
    /// <summary>Whoever is addressed.</summary>
    You,

    /// <summary>Whoever writes.</summary>
    Author,

    /// <summary>Nobody: what it frames is courtesy or news, not work.</summary>
    Nothing,
}

/// <summary>
/// Fixed ways of asking and promising that stand around what is to be done: "it would be good if you could", "note to
/// self".
/// Each is a run of words; a bar divides words of the same place, a question mark makes a place optional,
/// and a place that ends in a plus keeps the words from there on as part of what is to be done.
/// </summary>
internal static class Frames
{
    private static readonly (string[][] Places, bool[] Optional, int? Keep, Doer Doer)[] All =
    [
        // news and courtesies that look like orders
        .. Of(
            Doer.Nothing,
            "note that",
            "please? note that",
            "let me|us know if|should you|anything|there",
            "call|ring|phone|contact|email|mail|text|ask|tell me|us if|should you|anything|there|it",
            "give my|our regards|best|love|thanks|apologies",
            "have a good|nice|great|lovely|pleasant|fine",
            "take care",
            "get well",
            "keep up the",
            "keep it up",
            "ignore",
            "disregard",
            "excuse",
            "forgive",
            "accept my|our",
            "enjoy",
            "feel free",
            "see you|attached|below|above",
            "see the attached",
            "look forward",
            "rest assured",
            "find attached|enclosed|below|herewith",
            "don't worry|hesitate",
            "do not worry|hesitate",
            "never mind",
            "bear with",
            "thank you|him|her|them"
        ),
        // promises
        .. Of(
            Doer.Author,
            "i've got to",
            "i have got to",
            "i got to",
            "i gotta",
            "i'd better",
            "i had better",
            "i promise to",
            "i intend|plan|aim|mean to",
            "i am to",
            "i'm to",
            "i'll have|need to",
            "note|reminder|memo to self|myself :|- to?",
            "i shall",
            "i am|i'm about to"
        ),
        // requests
        .. Of(
            Doer.You,
            "i|we need|want|expect|ask|urge you|someone|somebody to",
            "i|we would|should very? much? like|love|need|want|prefer|ask you|someone|somebody to",
            "i'd|we'd very? much? like|love|need|want|prefer|ask you|someone|somebody to",
            "i'm|i asking you to",
            "i|we would be very|most|so|really? grateful|glad|happy|obliged|pleased|thankful if you|someone could|would|can|will",
            "i'd|we'd be very|most|so|really? grateful|glad|happy|obliged|pleased|thankful if you|someone could|would|can|will",
            "i|we would really|very|greatly? much? appreciate it? if you|someone could|would|can",
            "i'd|we'd really|very|greatly? much? appreciate it? if you|someone could|would|can",
            "it would|will be really|very|so|most? "
                + "great|good|nice|helpful|kind|lovely|useful|brilliant|wonderful|best|appreciated if you|someone|we could|can|would|to",
            "it'd be really|very|so|most? "
                + "great|good|nice|helpful|kind|lovely|useful|brilliant|wonderful|best|appreciated if you|someone|we could|can|would",
            "would|could|is it be? possible for you|someone to",
            "would|could|is it be? possible to",
            "are|would you be? able to",
            "do|don't you think you|we could|can",
            "is there any chance of|you|that you? could|can?",
            "any chance of|you|that you? could|can?",
            "i wonder if|whether you|someone could|can|would|might",
            "i was|am just? wondering if|whether you|someone could|can|would|might",
            "i'm just? wondering if|whether you|someone could|can|would|might",
            "wondering if|whether you|someone could|can|would|might",
            "could|can|may|might i|we please? ask|trouble|bother|request you to",
            "be so kind as to",
            "would|could|will you please? be so kind as to|and",
            "would|could|will you please? be kind enough to",
            "could|can|may i|we please? have|get+",
            "you'd better",
            "you had better",
            "it's|its time to",
            "it is high? time to",
            "time to",
            "see to+",
            "see+ that|whether|if",
            "you are|'re to",
            "we've got to",
            "we have got to",
            "we gotta",
            "we're|we are? going to",
            "we'd better",
            "we are to",
            "let us know+",
            "let us",
            "if you|someone could|would please?",
            "you'll need|have to",
            "you will need|have to",
            "i|we would like|love+ a|an|the|some|my|our|more|two|three",
            "i'd|we'd like|love+ a|an|the|some|my|our|more|two|three",
            "i|we rely on you to",
            "i|we count on you to",
            "please? try|remember to"
        ),
    ];

    /// <summary>
    /// The frame that opens at a token, the longest where several do; null when none does. <c>Content</c> is the token
    /// where what is to be done begins.
    /// </summary>
    public static (int Content, Doer Doer)? At(IReadOnlyList<Token> tokens, int from, int end)
    {
        (int Content, int To, Doer Doer)? best = null;
        foreach (var (places, optional, keep, doer) in All)
        {
            var at = from;
            var kept = -1;
            var i = 0;
            for (; i < places.Length; i++)
            {
                var here =
                    at < end
                    && tokens[at].Kind is TokenKind.Word or TokenKind.Mark
                    && places[i].Contains(tokens[at].Lower);
                if (!here && !optional[i])
                    break;
                if (here && i == keep)
                    kept = at;
                if (here)
                    at++;
            }

            if (i == places.Length && (best is null || at > best.Value.To))
                best = (kept >= 0 ? kept : at, at, doer);
        }

        return best is { } found ? (found.Content, found.Doer) : null;
    }

    private static IEnumerable<(string[][], bool[], int?, Doer)> Of(Doer doer, params string[] frames) =>
        frames.Select(frame =>
        {
            var places = frame.Split(' ');
            var keep = Array.FindIndex(places, p => p.EndsWith('+'));
            return (
                places.Select(p => p.TrimEnd('?', '+').Split('|')).ToArray(),
                places.Select(p => p.EndsWith('?')).ToArray(),
                keep < 0 ? (int?)null : keep,
                doer
            );
        });
}
