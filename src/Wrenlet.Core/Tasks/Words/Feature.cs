using System.Collections.Concurrent;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Something that is so of a candidate, as a person can read it: what is looked at, and up to three values of it
/// ("before and first: comma, verb").
/// </summary>
/// <param name="Key">The four names, each by its number.</param>
internal readonly record struct Feature(ulong Key)
{
    private static readonly ConcurrentDictionary<string, ushort> Numbers = new() { [""] = 0 };
    private static readonly List<string> Names = [""];

    public static Feature Of(ushort what, ushort a = 0, ushort b = 0, ushort c = 0) =>
        new(((ulong)what << 48) | ((ulong)a << 32) | ((ulong)b << 16) | c);

    /// <summary>The number of what is looked at.</summary>
    public ushort What => (ushort)(Key >> 48);

    /// <summary>The number that stands for a name.</summary>
    public static ushort Number(string name)
    {
        if (Numbers.TryGetValue(name, out var known))
            return known;
        lock (Names)
        {
            if (Numbers.TryGetValue(name, out known))
                return known;
            Names.Add(name);
            return Numbers[name] = (ushort)(Names.Count - 1);
        }
    }

    /// <summary>A feature as it is written: its names, a bar between them.</summary>
    public static Feature Parse(string written)
    {
        var parts = written.Split('|');
        return Of(
            Number(parts[0]),
            parts.Length > 1 ? Number(parts[1]) : (ushort)0,
            parts.Length > 2 ? Number(parts[2]) : (ushort)0,
            parts.Length > 3 ? Number(parts[3]) : (ushort)0
        );
    }

    public override string ToString()
    {
        lock (Names)
            return string.Join('|', new[] { Key >> 48, Key >> 32, Key >> 16, Key }.Select(k => Names[(ushort)k]))
                .TrimEnd('|');
    }
}
