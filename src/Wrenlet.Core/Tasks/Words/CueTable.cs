using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Makes cues of how they are written down.</summary>
internal static class CueTable
{
    /// <summary>The cues by each word that they can open with.</summary>
    public static FrozenDictionary<string, Cue[]> ByFirst(IEnumerable<Cue> cues)
    {
        var by = new Dictionary<string, List<Cue>>();
        foreach (var cue in cues)
            for (var i = 0; i < cue.Places.Length; i++)
            {
                foreach (var word in cue.Places[i])
                    (by.TryGetValue(word, out var list) ? list : by[word] = []).Add(cue);
                if (!cue.Optional[i])
                    break;
            }

        return by.ToFrozenDictionary(p => p.Key, p => p.Value.ToArray());
    }

    /// <summary>The cues of one kind.</summary>
    public static IEnumerable<Cue> Of(string label, Doer doer, params string[] patterns) =>
        patterns.Select(pattern =>
        {
            var places = pattern.Split(' ', StringSplitOptions.RemoveEmptyEntries);
            var keep = Array.FindIndex(places, p => p.EndsWith('+'));
            return new Cue(label, doer)
            {
                Places = [.. places.Select(p => p.TrimEnd('?', '+').Split('|'))],
                Optional = [.. places.Select(p => p.EndsWith('?'))],
                Keep = keep < 0 ? null : keep,
            };
        });
}
