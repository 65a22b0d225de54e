using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.InteropServices;

namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>Where words stand in a later revision of their text.</summary>
/// <param name="Start">Where they begin, in UTF-16 units.</param>
/// <param name="End">Where they end.</param>
/// <param name="Changed">Whether they read otherwise.</param>
/// <param name="Moved">Whether they stand among other words than before.</param>
public readonly record struct FoundWords(int Start, int End, bool Changed, bool Moved);

/// <summary>
/// Two revisions of a text, in which what was said about words of the earlier one finds them again in the later.
/// </summary>
/// <remarks>
/// Runs of three words that both have lead to candidates (seed and extend, as Altschul and others, Basic local alignment
/// search tool, 1990); at each the words with their surroundings are aligned (Smith and Waterman 1981, a rare word
/// counting for more than a common one, Spärck Jones 1972); the best is taken by what is left of the words, of their
/// surroundings near by, and by whether the rest of the text around stands there too. So twins are told apart by what is
/// around them, and what was replaced or taken out is gone rather than found in a wrong place.
/// </remarks>
public sealed partial class TextRevisions
{
    /// <summary>Words of the surroundings that are aligned on each side.</summary>
    private const int Near = 24;

    /// <summary>Words on each side that say which of two twins it is.</summary>
    private const int Around = 320;

    /// <summary>Places that one run of words may lead to.</summary>
    private const int MostOfRun = 24;

    /// <summary>How much less well the first of two that follow on one another may fit.</summary>
    private const float Twin = 0.4f;

    /// <summary>Words of its own paragraph beside it that are enough to go by.</summary>
    private const int Own = 8;

    /// <summary>So few words stand in many places by chance.</summary>
    private const int Few = 3;

    /// <summary>Candidates that are aligned for one anchor.</summary>
    private const int MostCandidates = 6;

    /// <summary>Beyond so many words the two ends are found each by itself.</summary>
    private const int Long = 140;

    /// <summary>How much the text before a place says of whether it is the same, against that behind it.</summary>
    private const float LeftSays = 0.65f;

    private readonly TextTokens _old;
    private readonly TextTokens _now;
    private readonly int[] _oldIds;
    private readonly int[] _nowIds;
    private readonly float[] _weights;
    private readonly RunIndex _runs;

    /// <summary>For each word of the earlier text where the later has it, by runs that both have once; -1 for none.</summary>
    private readonly int[] _sure;

    /// <summary>For each word of the later text where the earlier has it, by such runs; -1 for none.</summary>
    private readonly int[] _came;

    /// <summary>Reads both.</summary>
    public TextRevisions(string before, string after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        (_old, _now) = (new(before), new(after));
        var ids = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase);
        var counts = new List<int>();
        var signs = new List<bool>();
        (_oldIds, _nowIds) = (Ids(_old, ids, counts, signs), Ids(_now, ids, counts, signs));
        var all = _oldIds.Length + _nowIds.Length + 1f;
        _weights = new float[counts.Count];
        for (var i = 0; i < _weights.Length; i++)
            _weights[i] = MathF.Log(1 + all / counts[i]) * (signs[i] ? 0.15f : 1);
        _runs = new(_nowIds);
        _sure = Sure();
        _came = new int[_nowIds.Length];
        Array.Fill(_came, -1);
        for (var i = 0; i < _sure.Length; i++)
            if (_sure[i] >= 0)
                _came[_sure[i]] = i;
    }

    /// <summary>Finds each of these places again.</summary>
    /// <param name="places">Where each begins and ends in the earlier text, in UTF-16 units.</param>
    /// <returns>Where it stands; null for one that is gone, or that was empty.</returns>
    public ImmutableArray<FoundWords?> Find(IReadOnlyList<(int Start, int End)> places)
    {
        ArgumentNullException.ThrowIfNull(places);
        var found = new FoundWords?[places.Count];
        Parallel.For(0, places.Count, i => found[i] = Find(places[i].Start, places[i].End));
        return ImmutableCollectionsMarshal.AsImmutableArray(found);
    }

    /// <summary>Finds one place again; see <see cref="Find(IReadOnlyList{ValueTuple{int, int}})"/>.</summary>
    public FoundWords? Find(int start, int end)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(start);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(end, _old.Text.Length);
        var (from, to) = (_old.FirstAfter(start), _old.FirstAfter(end));
        if (to < _old.Count && _old.Start(to) < end)
            to++;
        if (from >= to)
            return null;
        start = Math.Max(start, _old.Start(from));
        end = Math.Min(end, _old.End(to - 1));
        return to - from > Long ? FindLong(start, end, from, to) : FindShort(start, end, from, to);
    }

    private FoundWords? FindLong(int start, int end, int from, int to)
    {
        var (head, foot) = (from + Long / 2, to - Long / 2);
        var first = FindShort(start, _old.End(head - 1), from, head);
        var last = FindShort(_old.Start(foot), end, foot, to);
        if (first is { } f && last is { } l && l.End > f.Start)
        {
            var (was, now) = (end - start, l.End - f.Start);
            if (now < was * 2.5 && now > was * 0.3)
                return new(f.Start, l.End, Reads(start, end) != Now(f.Start, l.End), f.Moved || l.Moved);
        }

        // One end is gone: what is left of the other half stands for it.
        return first is { } a ? a with { Changed = true }
            : last is { } b ? b with { Changed = true }
            : null;
    }

    private FoundWords? FindShort(int start, int end, int from, int to)
    {
        var (low, high) = (Math.Max(0, from - Near), Math.Min(_oldIds.Length, to + Near));
        if (Untouched(low, high, from, to) is >= 0 and var place)
        {
            var (begins, ends) = (
                _now.Start(place) + start - _old.Start(from),
                _now.End(place + to - from - 1) - (_old.End(to - 1) - end)
            );
            return new(begins, ends, Reads(start, end) != Now(begins, ends), false);
        }

        var all = Fits(low, high, from, to);
        var best = all.MaxBy(a => a.Score);
        if (best is not { IsThere: true })
            return null;
        // What is doubled on the spot is the copy: of two that follow on one another it is the first. Between them they have
        // the surroundings of one, so that little may be left of those of the first.
        if (Paragraph(from, to) is var (head, foot) && foot - head is > 8 and var length)
            best =
                all.Find(a =>
                    a.Others < 0.5f
                    && (
                        (a.IsThere && a.Score > best.Score - Twin)
                        || (to - from >= Few && a.Left >= Math.Max(0.6f, best.Left - 0.1f))
                    )
                    && best.At - a.At is var apart
                    && apart > length * 0.6
                    && apart < length * 1.5
                ) ?? best;
        return best.Words(this, start, end, from, to);
    }

    /// <summary>Every way in which the words may stand in the later text, each once.</summary>
    private List<Aligned> Fits(int low, int high, int from, int to)
    {
        var all = new List<Aligned>();
        void Add(Aligned? fit)
        {
            if (fit is not null && !all.Exists(a => a.Stands(fit)))
                all.Add(fit);
        }

        foreach (var at in Candidates(low, high, from, to))
            Add(AlignedAt(low, high, from, to, at));
        // A window may hold two that are alike: what is left of it beside the one that was found is laid over once more
        // (Waterman and Eggert, A new algorithm for best subsequence alignments, 1987), and one that reaches over both is cut.
        foreach (var fit in all.Where(a => a.IsThere).ToList())
        {
            var span = high - low + Pad(low, high);
            if (fit.Gap is var (gapFrom, gapTo))
            {
                Add(AlignedIn(low, high, from, to, fit.First - span, gapFrom + 1));
                Add(AlignedIn(low, high, from, to, gapTo, fit.Last + 1 + span));
            }

            Add(AlignedIn(low, high, from, to, fit.First - span, fit.First));
            Add(AlignedIn(low, high, from, to, fit.Last + 1, fit.Last + 1 + span));
        }

        // Moved by a little, they are crossed by what stood between: then they are looked for without their surroundings.
        if (!all.Exists(a => a.IsThere))
            for (var i = from; i + 2 < to; i++)
                if (_sure[i] >= 0)
                {
                    var at = _sure[i] - (i - from);
                    Add(AlignedIn(from, to, from, to, at - Few, at + to - from + Few));
                    break;
                }

        return all;
    }

    /// <summary>Where the words may stand: places of the later text that their first word would have.</summary>
    private List<int> Candidates(int low, int high, int from, int to)
    {
        var votes = new Dictionary<int, float>();
        void Vote(int place, float by)
        {
            var bucket = place >> 3;
            votes[bucket] = votes.GetValueOrDefault(bucket) + by;
        }

        for (var i = low; i + 2 < high; i++)
        {
            var own = i + 2 >= from && i < to;
            var here = 0;
            for (var j = _runs.First(_oldIds, i); j >= 0 && here < MostOfRun; j = _runs.Next(_oldIds, i, j), here++)
                Vote(j + from - i, own ? 2 : 1);
        }

        // Where the text around leads, though the words themselves read otherwise.
        for (int i = from - 1, n = 0; i >= 0 && n < Around; i--, n++)
            if (_sure[i] >= 0)
            {
                Vote(_sure[i] + from - i, 1.5f);
                break;
            }

        for (int i = to, n = 0; i < _sure.Length && n < Around; i++, n++)
            if (_sure[i] >= 0)
            {
                Vote(_sure[i] + from - i, 1.5f);
                break;
            }

        if (votes.Count == 0 && to - from <= 2)
            return [];
        var chosen = new List<int>(MostCandidates);
        foreach (
            var (bucket, _) in votes
                .OrderByDescending(v =>
                    v.Value + (votes.GetValueOrDefault(v.Key + 1) + votes.GetValueOrDefault(v.Key - 1)) / 2
                )
                .ThenBy(v => v.Key)
        )
        {
            // What stands next to one that is looked at is looked at with it.
            if (chosen.Exists(c => Math.Abs(c - bucket) <= 1))
                continue;
            chosen.Add(bucket);
            if (chosen.Count == MostCandidates)
                break;
        }

        return [.. chosen.Select(c => (c << 3) + 4)];
    }

    private Aligned? AlignedAt(int low, int high, int from, int to, int at)
    {
        var pad = Pad(low, high);
        return AlignedIn(low, high, from, to, at - (from - low) - pad, at + (high - from) + pad);
    }

    private static int Pad(int low, int high) => 20 + (high - low) / 3;

    /// <summary>The words with their surroundings laid over a part of the later text; null where they do not fit at all.</summary>
    private Aligned? AlignedIn(int low, int high, int from, int to, int a, int b)
    {
        (a, b) = (Math.Clamp(a, 0, _nowIds.Length), Math.Clamp(b, 0, _nowIds.Length));
        if (b <= a)
            return null;
        var match = Alignment.Of(_oldIds.AsSpan(low, high - low), _nowIds.AsSpan(a, b - a), _weights);
        return Aligned.Judge(this, match, low, high, from, to, a);
    }

    /// <summary>How much of the text around stands around a place too, 0 to 1; null where there is nothing to go by.</summary>
    private float? Support(int from, int to, int at)
    {
        var (left, right) = (0f, 0f);
        var (before, behind, told) = (0f, 0f, 0);
        static float Says(int distance) => 1f / (1 + distance / 64f);
        bool Stands(int i, int distance) => Math.Abs(_sure[i] - at - (i - from)) <= 16 + distance / 2;
        // Of a paragraph that was doubled its own words say nothing of which of the two it is.
        var (head, foot) = Paragraph(from, to);
        for (int i = head - 1, n = from - head; i >= 0 && n < Around; i--, n++)
            if (_sure[i] >= 0)
            {
                told++;
                before += Says(n);
                left += Stands(i, n) ? Says(n) : 0;
            }

        for (int i = foot, n = foot - to; i < _sure.Length && n < Around; i++, n++)
            if (_sure[i] >= 0)
            {
                told++;
                behind += Says(n);
                right += Stands(i, n) ? Says(n) : 0;
            }

        if (told < 3)
            return null;
        // What is doubled on the spot is the copy: of two that follow on one another it is the first.
        return before == 0 ? right / behind
            : behind == 0 ? left / before
            : LeftSays * left / before + (1 - LeftSays) * right / behind;
    }

    /// <summary>
    /// How much of what stands at a place stood elsewhere before, seen from the words, 0 to 1: what is alike but was there
    /// before is another's place.
    /// </summary>
    private float Others(int from, int to, int at, int first, int last)
    {
        var (head, foot) = Paragraph(from, to);
        var (others, own) = (0, 0);
        var (a, b) = NowParagraph(first, last);
        for (var j = a; j < b; j++)
            if (_came[j] >= 0)
                // Of a paragraph that was joined to theirs the words stand as far from them as they did.
                if ((_came[j] >= head - 2 && _came[j] < foot) || Math.Abs(_came[j] - from - (j - at)) <= 16)
                    own++;
                else
                    others++;
        return others + own == 0 ? 0 : (float)others / (others + own);
    }

    private (int From, int To) NowParagraph(int first, int last)
    {
        var head = _now.Text.LastIndexOf('\n', _now.Start(first));
        var foot = _now.Text.IndexOf('\n', _now.End(last));
        return (
            Math.Max(head < 0 ? 0 : _now.FirstAfter(head), first - Near),
            Math.Min(foot < 0 ? _now.Count : _now.FirstAfter(foot), last + Near)
        );
    }

    /// <summary>How near a place is to where the words stood, in parts of the text: 1 for there, 0 for the other end of it.</summary>
    private float SamePart(int from, int at) =>
        1 - Math.Abs((float)from / Math.Max(1, _oldIds.Length) - (float)at / Math.Max(1, _nowIds.Length));

    /// <summary>Whether the words hold a run that both texts have once, and it is where they are found.</summary>
    private bool OnlyThere(int[] match, int low, int from, int to)
    {
        for (var i = from; i + 2 < to; i++)
            if (_sure[i] >= 0 && _sure[i] == match[i - low])
                return true;
        return false;
    }

    /// <summary>The paragraph of some words, or as much of it as tells.</summary>
    private (int From, int To) Paragraph(int from, int to)
    {
        var head = _old.Text.LastIndexOf('\n', _old.Start(from));
        var foot = _old.Text.IndexOf('\n', _old.End(to - 1));
        return (
            Math.Max(head < 0 ? 0 : _old.FirstAfter(head), from - Around * 3 / 4),
            Math.Min(foot < 0 ? _old.Count : _old.FirstAfter(foot), to + Around * 3 / 4)
        );
    }

    private string Reads(int start, int end) => _old.Text[start..end];

    private string Now(int start, int end) => _now.Text[start..end];

    private float Weight(int oldToken) => _weights[_oldIds[oldToken]];

    private static int[] Ids(TextTokens tokens, Dictionary<string, int> ids, List<int> counts, List<bool> signs)
    {
        var lookup = ids.GetAlternateLookup<ReadOnlySpan<char>>();
        var all = new int[tokens.Count];
        for (var i = 0; i < all.Length; i++)
        {
            if (!lookup.TryGetValue(tokens[i], out var id))
            {
                id = counts.Count;
                lookup[tokens[i]] = id;
                counts.Add(0);
                signs.Add(!tokens.IsWord(i));
            }

            counts[id]++;
            all[i] = id;
        }

        return all;
    }

    private int[] Sure()
    {
        var sure = new int[_oldIds.Length];
        Array.Fill(sure, -1);
        var own = new RunIndex(_oldIds);
        Parallel.ForEach(
            Partitioner.Create(0, Math.Max(1, _oldIds.Length - 2), Math.Max(2_000, _oldIds.Length / 8)),
            part =>
            {
                for (var i = part.Item1; i < part.Item2 && i + 2 < _oldIds.Length; i++)
                    if (_runs.Only(_oldIds, i) is >= 0 and var there && own.Only(_oldIds, i) >= 0)
                        sure[i] = there;
            }
        );
        return sure;
    }

    /// <summary>Whether the text before the words' paragraph stands right before a place too, and no twin between them.</summary>
    private bool FollowsOn(int from, int to, int at)
    {
        var (head, foot) = Paragraph(from, to);
        var apart = Math.Max(4, (foot - head) / 2);
        for (int i = head - 1, n = 0; n < Around; i--, n++)
            if (i < 0)
                // As near to where the text begins as they were: a twin may stand between.
                return Math.Abs(at - from) <= apart;
            else if (_sure[i] >= 0)
                return Math.Abs(_sure[i] - at - (i - from)) <= apart;
        return true;
    }

    /// <summary>
    /// The place where the words and all of their surroundings stand as they did, if it is only one and the text around
    /// it is the same; -1 otherwise.
    /// </summary>
    private int Untouched(int low, int high, int from, int to)
    {
        if (high - low < 3)
            return -1;
        var window = _oldIds.AsSpan(low, high - low);
        var found = -1;
        var looked = 0;
        for (var j = _runs.First(_oldIds, low); j >= 0; j = _runs.Next(_oldIds, low, j))
        {
            if (++looked > MostOfRun)
                return -1;
            if (j + window.Length > _nowIds.Length || !window.SequenceEqual(_nowIds.AsSpan(j, window.Length)))
                continue;
            if (found >= 0)
                return -1;
            found = j;
        }

        if (found < 0)
            return -1;
        var place = found + from - low;
        return Support(from, to, place) >= 0.8f && FollowsOn(from, to, place) ? place : -1;
    }
}
