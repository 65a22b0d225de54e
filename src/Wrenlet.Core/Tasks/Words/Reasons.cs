using System.Collections.Concurrent;
using System.Collections.Immutable;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Says in plain words what made a request of a run of words: what weighed most for it.</summary>
internal static class Reasons
{
    /// <summary>What weighs less says nothing that is worth reading.</summary>
    private const double Least = 0.2;

    /// <summary>What the features that were met look at, by the number of what each looks at.</summary>
    private static readonly ConcurrentDictionary<ushort, Kind[]> Kinds = new();

    /// <summary>A sentence that names what weighed most; what asks for work where nothing stands out.</summary>
    public static string Of(MessageWords words, Request request, bool byStaff, Weights weights)
    {
        var candidate = request.Words;
        var features = new List<Feature>();
        new ClauseFeatures(words, byStaff).OfBeginning(candidate, features);
        var sums = new Dictionary<Kind, double>();
        foreach (var feature in features)
        {
            var worth = weights.Of(feature);
            foreach (var kind in Kinds.GetOrAdd(feature.What, KindsOf))
                sums[kind] = sums.GetValueOrDefault(kind) + worth;
        }

        // Whom it is addressed to and by when is said beside the name and the date: here only where nothing else decided.
        var said = Heaviest(Kind.Cue, Kind.Deed);
        if (said.IsEmpty)
            said = Heaviest(Kind.Address, Kind.Time);
        return said.IsEmpty
            ? Texts.AsksForWork(words.Slice(candidate.From, candidate.End).Trim())
            : Texts.Because(string.Join(" and ", said));

        ImmutableArray<string> Heaviest(params Kind[] kinds) =>
            [
                .. sums.Where(s => kinds.Contains(s.Key) && s.Value >= Least)
                    .OrderByDescending(s => s.Value)
                    .Select(s => Said(s.Key, words, request))
                    .OfType<string>(),
            ];
    }

    /// <summary>What a feature looks at, as far as it can be named to a reader.</summary>
    private enum Kind
    {
        Cue,
        Address,
        Time,
        Deed,
    }

    private static Kind[] KindsOf(ushort what)
    {
        var looked = Feature.Of(what).ToString().Split('+');
        var kinds = new List<Kind>();
        if (looked.Contains("cue"))
            kinds.Add(Kind.Cue);
        if (looked.Contains("address") || looked.Contains("before"))
            kinds.Add(Kind.Address);
        if (looked.Contains("time"))
            kinds.Add(Kind.Time);
        if (looked.Contains("first") || looked.Contains("word"))
            kinds.Add(Kind.Deed);
        return [.. kinds];
    }

    private static string? Said(Kind kind, MessageWords words, Request request)
    {
        var c = request.Words;
        var names = string.Join(
            " and ",
            request.Names.SelectMany(n => n.Who.Names).Select(i => words.At(i).Name!.Text)
        );
        return kind switch
        {
            Kind.Cue when c.Needs >= 0 => Texts.CueAsks(words.Slice(c.Needs, c.Needs + 1)),
            Kind.Cue when c.Cue.To > c.From && c.Cue.Cue != Cue.None => c.Cue.Cue.Doer is Doer.Author
                ? Texts.CuePromises(words.Slice(c.From, c.Cue.To))
                : Texts.CueAsks(words.Slice(c.From, c.Cue.To)),
            Kind.Address when names.Length > 0 => words.ClassAt(request.Names[0].Who.Names[0]) is WordClass.Tag
                ? Texts.IsTagged(names)
                : Texts.IsCalled(names),
            Kind.Time when request.Times.Count > 0 => Texts.SaysWhen(
                words.Slice(request.Times[0].Time.From, request.Times[0].Time.To)
            ),
            Kind.Deed
                when words.ClassAt(c.Content)
                    is WordClass.Verb
                        or WordClass.VerbOrNoun
                        or WordClass.NounOrVerb
                        or WordClass.VerbOrAdjective => Texts.SaysWhatToDo(words.Slice(c.Content, c.Content + 1)),
            _ => null,
        };
    }
}
