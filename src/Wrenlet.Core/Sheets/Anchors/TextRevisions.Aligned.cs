namespace Wrenlet.Core.Sheets.Anchors;

/// <content>How well words fit a place, and what of it they are.</content>
public sealed partial class TextRevisions
{
    /// <summary>Words and their surroundings laid over one place of the later text.</summary>
    private sealed class Aligned
    {
        /// <summary>What it costs that another paragraph stood there before.</summary>
        private const float Another = 0.8f;

        /// <summary>A place of which more than this is another's is not theirs.</summary>
        private const float Claimed = 0.8f;

        /// <summary>What it costs that they stand far apart, as those of two places do.</summary>
        private const float Strewn = 0.5f;

        /// <summary>For each word from the first of the surroundings on where it is; -1 for none.</summary>
        private readonly int[] _match;
        private readonly int _low;

        private Aligned(int[] match, int low) => (_match, _low) = (match, low);

        /// <summary>Where its first word is, or would be.</summary>
        public int At { get; private set; }

        /// <summary>Where the first and last of them that are found are.</summary>
        public int First { get; private set; }

        public int Last { get; private set; }

        /// <summary>Between which two neighbours of them much else stands, so that they may belong to two places; null for none.</summary>
        public (int From, int To)? Gap { get; private set; }

        /// <summary>Whether it is the same place.</summary>
        public bool Stands(Aligned other) => At == other.At && First == other.First && Last == other.Last;

        public float Score { get; private set; }

        public bool IsThere { get; private set; }

        /// <summary>How much of the words themselves is there, a rare one counting for more, 0 to 1.</summary>
        public float Left { get; private set; }

        /// <summary>How much of what stands there is another's; see <see cref="TextRevisions.Others"/>.</summary>
        public float Others { get; private set; }

        private bool Moved { get; set; }

        public static Aligned? Judge(TextRevisions texts, int[] match, int low, int high, int from, int to, int a)
        {
            for (var i = 0; i < match.Length; i++)
                if (match[i] >= 0)
                    match[i] += a;
            Fuzzy(texts, match, low, from, to);
            Straying(texts, match, low, from, to);
            float Remains(int x, int y)
            {
                var (kept, all) = (0f, 0f);
                for (var i = x; i < y; i++)
                {
                    all += texts.Weight(i);
                    if (match[i - low] >= 0)
                        kept += texts.Weight(i) * (texts._nowIds[match[i - low]] == texts._oldIds[i] ? 1 : 0.75f);
                }

                return all > 0 ? kept / all : 0;
            }

            var own = Remains(from, to);
            if (own <= 0)
                return null;
            var (kept, letters) = (0f, 0f);
            for (var i = from; i < to; i++)
            {
                var length = texts._old[i].Length;
                letters += length;
                kept +=
                    match[i - low] < 0 ? 0
                    : texts._nowIds[match[i - low]] == texts._oldIds[i] ? length
                    : length - 1;
            }

            kept /= letters;
            var first = Array.FindIndex(match, from - low, m => m >= 0) + low;
            var at = match[first - low] - (first - from);
            var support = texts.Support(from, to, at);
            // What stands beyond its paragraph is counted above: two that follow on one another share one of their sides.
            var (head, foot) = texts.Paragraph(from, to);
            if (from - head + foot - to < Own)
                (head, foot) = (low, high);
            var near = Beside(Math.Max(low, head), Math.Min(high, foot));
            // The words next to it say more than those further off.
            var close = Beside(Math.Max(Math.Max(low, head), from - 4), Math.Min(Math.Min(high, foot), to + 4));
            float Beside(int x, int y)
            {
                var sides = (x < from ? 1 : 0) + (to < y ? 1 : 0);
                return sides == 0 ? 1 : (Remains(x, from) + Remains(to, y)) / sides;
            }

            var stands = support ?? 0.5f;
            var (begins, ends) = (match[first - low], match[Array.FindLastIndex(match, to - 1 - low, m => m >= 0)]);
            var others = texts.Others(from, to, at, begins, ends);
            return new(match, low)
            {
                Others = others,
                Left = own,
                At = at,
                First = begins,
                Last = ends,
                Gap = Apart(match, Math.Max(low, head) - low, Math.Min(high, foot) - low),
                Score =
                    own
                    + 0.5f * near
                    + 0.25f * close
                    + 0.6f * stands
                    + 0.2f * texts.SamePart(from, at)
                    - Another * others
                    - (ends - begins + 1 - (to - from) > 8 + (to - from) / 2 ? Strewn : 0),
                IsThere =
                    others <= Claimed
                    && (
                        There(own, kept, near, close, stands, to - from)
                        || ((own + kept) / 2 >= 0.85f && texts.OnlyThere(match, low, from, to))
                    ),
                Moved = support < 0.3f,
            };
        }

        /// <summary>The widest gap between two neighbours that are found, if it is wide.</summary>
        private static (int, int)? Apart(int[] match, int from, int to)
        {
            (int, int)? widest = null;
            var (most, last) = (8, -1);
            for (var i = from; i < to; i++)
                if (match[i] >= 0)
                {
                    if (last >= 0 && match[i] - match[last] - (i - last) is var gap && gap > most)
                        (most, widest) = (gap, (match[last], match[i]));
                    last = i;
                }

            return widest;
        }

        /// <summary>Whether that is them, rather than words that happen to be alike.</summary>
        private static bool There(float own, float kept, float near, float close, float stands, int words)
        {
            // Where all around them stands as it did, less of them need be left.
            if (own >= 0.35f && kept >= 0.3f && near >= 0.8f && close >= 0.7f && stands >= 0.6f)
                return true;
            // Few words stand in many places: what is around them has to say that it is they.
            if (words <= Few && near + 0.5f * close + 0.3f * stands < 1)
                return false;
            return own >= 0.35f
                && kept >= 0.6f
                && (near >= 0.35f || (own >= 0.75f && words >= 6 && near >= 0.1f))
                && (own + kept) / 2 + 0.6f * near + 0.3f * close + 0.4f * stands >= 1.2f;
        }

        /// <summary>
        /// A few words at an end of them that are found only far from the rest are others that happen to be alike.
        /// </summary>
        private static void Straying(TextRevisions texts, int[] match, int low, int from, int to)
        {
            var all = 0f;
            for (var i = from; i < to; i++)
                all += texts.Weight(i);
            var (head, foot) = texts.Paragraph(from, to);
            // So far apart stand two of a paragraph that was doubled.
            var twin = Math.Max(12, (foot - head) * 6 / 10);
            void Drop(int begin, int end, int step)
            {
                var (outer, last) = (0f, -1);
                for (var i = begin; i != end; i += step)
                {
                    if (match[i - low] < 0)
                        continue;
                    if (last >= 0)
                    {
                        var (was, now) = (Math.Abs(i - last), Math.Abs(match[i - low] - match[last - low]));
                        if (
                            (outer < 0.3f * all && now > was + 3 + 20 * outer / (all + outer))
                            || (outer < 0.5f * all && now > was + twin)
                        )
                            for (var k = begin; k != i; k += step)
                                match[k - low] = -1;
                    }

                    outer += texts.Weight(i);
                    last = i;
                }
            }

            Drop(from, to, 1);
            Drop(to - 1, from - 1, -1);
        }

        /// <summary>A word with a slip or an ending changed, between two that are found, is found as well.</summary>
        private static void Fuzzy(TextRevisions texts, int[] match, int low, int from, int to)
        {
            var last = -1;
            for (var i = 0; i <= match.Length; i++)
            {
                if (i < match.Length && match[i] < 0)
                    continue;
                var (gap, before) = (i - last - 1, last < 0 ? -1 : match[last]);
                if (gap > 0 && i < match.Length && before >= 0 && low + i > from - 3 && low + last < to + 2)
                    Fill(texts, match, low, last + 1, i, before + 1, match[i]);
                last = i;
            }
        }

        private static void Fill(TextRevisions texts, int[] match, int low, int i, int end, int j, int stop)
        {
            if (stop - j > 2 * (end - i) + 2)
                return;
            for (; i < end; i++)
            for (var k = j; k < stop; k++)
                if (Slip.Alike(texts._old[low + i], texts._now[k]))
                {
                    match[i] = k;
                    j = k + 1;
                    break;
                }
        }

        public FoundWords Words(TextRevisions texts, int start, int end, int from, int to)
        {
            int At(int i) => i < _low || i - _low >= _match.Length ? -1 : _match[i - _low];
            var (first, last) = (from, to - 1);
            while (At(first) < 0)
                first++;
            while (At(last) < 0)
                last--;
            var head = Before(At, first, from);
            var tail = After(At, last, to);
            var (now, old) = (texts._now, texts._old);
            // What begins or ends within a word does so again.
            var begins = now.Start(head);
            if (head == At(from) && start > old.Start(from))
                begins = Math.Min(begins + start - old.Start(from), now.End(head) - 1);
            var ends = now.End(tail);
            if (tail == At(to - 1) && end < old.End(to - 1))
                ends = Math.Max(now.Start(tail) + 1, ends - (old.End(to - 1) - end));
            ends = Math.Max(ends, begins + 1);
            return new(begins, ends, texts.Reads(start, end) != texts.Now(begins, ends), Moved);
        }

        /// <summary>Of what was written anew before the first word that is found, that which stands for words that are not.</summary>
        private static int Before(Func<int, int> at, int first, int from)
        {
            var lost = first - from;
            if (lost == 0)
                return at(first);
            var i = from - 1;
            var beside = 0;
            while (i >= from - 6 && at(i) < 0)
            {
                i--;
                beside++;
            }

            if (at(i) < 0 || at(i) >= at(first))
                return at(first);
            var gap = at(first) - at(i) - 1;
            return at(first) - Share(gap, lost, beside);
        }

        private static int After(Func<int, int> at, int last, int to)
        {
            var lost = to - 1 - last;
            if (lost == 0)
                return at(last);
            var i = to;
            var beside = 0;
            while (i <= to + 5 && at(i) < 0)
            {
                i++;
                beside++;
            }

            if (at(i) < 0 || at(i) <= at(last))
                return at(last);
            var gap = at(i) - at(last) - 1;
            return at(last) + Share(gap, lost, beside);
        }

        /// <summary>How many of the words in a gap stand for the lost ones; no more than were lost.</summary>
        private static int Share(int gap, int lost, int beside) =>
            Math.Min(lost, (int)Math.Round((double)gap * lost / (lost + beside)));
    }
}
