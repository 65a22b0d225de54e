using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Tasks;

/// <summary>A message to see how it is read.</summary>
/// <param name="Outside">Whether somebody outside writes it.</param>
public sealed record ReaderTrial(
    [property: Required, StringLength(ReaderEndpoints.Longest, MinimumLength = 1)] string Text,
    bool Outside
);

/// <summary>Something that was found in a message by itself; positions are UTF-16 units of the text, the end not included.</summary>
/// <param name="Kind">time, name, priority or cue.</param>
/// <param name="Means">What it comes to.</param>
public sealed record ReadSpanView(int From, int To, string Kind, string Means);

/// <summary>What is so of words that might ask for work.</summary>
/// <param name="Worth">Above 0 where it speaks for a request, below where it speaks against one.</param>
public sealed record ReadFeatureView(string Name, double Worth);

/// <summary>Words that might ask for work.</summary>
/// <param name="Words">All of them, with the way of asking.</param>
/// <param name="Certainty">From 0 to 1.</param>
/// <param name="Features">The heaviest.</param>
public sealed record ReadWeighedView(
    string Words,
    double Certainty,
    double Score,
    IReadOnlyList<ReadFeatureView> Features
);

/// <summary>How a message is read.</summary>
/// <param name="Found">In the order of the text.</param>
/// <param name="Weighed">What might ask for work, the likelier first; those that hardly do are left out.</param>
/// <param name="Drafts">The tasks it comes to, each on a line; none where it asks for nothing.</param>
public sealed record ReadingView(
    IReadOnlyList<ReadSpanView> Found,
    IReadOnlyList<ReadWeighedView> Weighed,
    IReadOnlyList<string> Drafts
);

/// <summary>Shows administrators how the reader of messages reads.</summary>
internal static class ReaderEndpoints
{
    /// <summary>Most characters of a message to try.</summary>
    public const int Longest = 5_000;
    private const int MostWeighed = 8;
    private const int MostFeatures = 14;

    public static void MapReader(this IEndpointRouteBuilder api) =>
        api.MapPost("/set-up/reader/trials", TryReader).For(Right.SetUp).Costly();

    private static ReadingView TryReader(ReaderTrial trial, Viewer viewer, WhoIsWho who, FirmClock clock)
    {
        var (roster, now) = (who.Current, clock.Now);
        var reader = DraftReading.Reader([], roster);
        var examined = reader.Examine(trial.Text, !trial.Outside, now);
        var drafts = reader.Read(trial.Text, trial.Outside ? null : viewer.Person.Id, now);
        return new(
            [
                .. examined.Found.Select(f => new ReadSpanView(
                    f.Span.Start,
                    f.Span.End,
                    f.Kind.ToString().ToLowerInvariant(),
                    f.Means
                )),
            ],
            [
                .. examined
                    .Weighed.Take(MostWeighed)
                    .Select(w => new ReadWeighedView(
                        trial.Text[w.Words.Start..w.Words.End],
                        w.Certainty,
                        w.Score,
                        [.. w.Features.Take(MostFeatures).Select(f => new ReadFeatureView(f.Name, f.Worth))]
                    )),
            ],
            [.. drafts.Select(d => DraftReading.Brief(d, now, roster))]
        );
    }
}
