using System.Numerics;

namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>Where each run of three words of a text stands: chained hashing in two arrays, in the order of the text.</summary>
internal sealed class RunIndex
{
    private readonly int[] _words;
    private readonly int[] _heads;
    private readonly int[] _next;

    /// <summary>Reads a text, whose words are numbers.</summary>
    public RunIndex(int[] words)
    {
        _words = words;
        _heads = new int[BitOperations.RoundUpToPowerOf2((uint)Math.Max(16, words.Length))];
        _next = new int[words.Length];
        Array.Fill(_heads, -1);
        for (var i = words.Length - 3; i >= 0; i--)
        {
            ref var head = ref _heads[Slot(words, i)];
            _next[i] = head;
            head = i;
        }
    }

    /// <summary>Where the run that stands at a place of a text, this or another, is here first; -1 for nowhere.</summary>
    public int First(int[] words, int at) => Same(words, at, _heads[Slot(words, at)]);

    /// <summary>Where it is next; -1 for nowhere.</summary>
    public int Next(int[] words, int at, int here) => Same(words, at, _next[here]);

    /// <summary>Where it is, if it is here just once; -1 otherwise.</summary>
    public int Only(int[] words, int at) =>
        First(words, at) is >= 0 and var here && Next(words, at, here) < 0 ? here : -1;

    private int Same(int[] words, int at, int here)
    {
        while (
            here >= 0
            && (_words[here] != words[at] || _words[here + 1] != words[at + 1] || _words[here + 2] != words[at + 2])
        )
            here = _next[here];
        return here;
    }

    private int Slot(int[] words, int at)
    {
        var hash =
            ((uint)words[at] * 0x9E3779B1u) + ((uint)words[at + 1] * 0x85EBCA77u) + ((uint)words[at + 2] * 0xC2B2AE3Du);
        return (int)((hash ^ (hash >> 15)) & (uint)(_heads.Length - 1));
    }
}
