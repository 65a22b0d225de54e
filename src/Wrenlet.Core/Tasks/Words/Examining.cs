using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words.Beside;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>What kind of thing was found in a message by itself.</summary>
public enum FoundKind
{
    /// <summary>A moment, a day or a repetition.</summary>
    Time,

    /// <summary>Somebody of the staff or a crew.</summary>
    Name,

    /// <summary>How much something matters.</summary>
    Priority,

    /// <summary>A way of asking or promising.</summary>
    Cue,
}

/// <summary>Something that was found in a message by itself.</summary>
/// <param name="Span">Where it stands.</param>
/// <param name="Kind">What kind of thing it is.</param>
/// <param name="Means">What it comes to, in words.</param>
public sealed record FoundSpan(Span Span, FoundKind Kind, string Means);

/// <summary>Something that is so of a run of words, with what it is worth.</summary>
/// <param name="Name">What is looked at and what it is, a bar between them, as the weights name it.</param>
/// <param name="Words">The same in plain words.</param>
/// <param name="Worth">Above 0 where it speaks for a request, below where it speaks against one.</param>
public readonly record struct WeighedFeature(string Name, string Words, double Worth);

/// <summary>A run of words that might ask for work, with what it weighs.</summary>
/// <param name="Words">All of it, with the way of asking.</param>
/// <param name="Content">What would be done.</param>
/// <param name="Certainty">How sure it is, from 0 to 1.</param>
/// <param name="Score">The sum of what its features are worth.</param>
/// <param name="Features">Each of them with its worth, the heaviest first.</param>
public sealed record Weighed(
    Span Words,
    Span Content,
    double Certainty,
    double Score,
    ImmutableArray<WeighedFeature> Features
);

/// <summary>A time or a name beside a request, with whether it belongs to it.</summary>
/// <param name="Words">The time or the name.</param>
/// <param name="Kind"><see cref="FoundKind.Time"/> or <see cref="FoundKind.Name"/>.</param>
/// <param name="Request">What is asked.</param>
/// <param name="Certainty">How sure it is that it belongs to the request, from 0 to 1.</param>
/// <param name="Belongs">Whether that is sure enough.</param>
/// <param name="Rule">What settles it by itself; null where the features decide.</param>
/// <param name="Features">Each of them with its worth, the heaviest first; empty where a rule settles it.</param>
public sealed record Placed(
    Span Words,
    FoundKind Kind,
    Span Request,
    double Certainty,
    bool Belongs,
    string? Rule,
    ImmutableArray<WeighedFeature> Features
);

/// <summary>All that the reader sees in a message.</summary>
/// <param name="Found">What stands by itself, in the order of the text.</param>
/// <param name="Weighed">What might ask for work, the likelier first.</param>
/// <param name="Placed">The times and names beside what is asked, in the order of the requests and of the text.</param>
public sealed record Examined(
    ImmutableArray<FoundSpan> Found,
    ImmutableArray<Weighed> Weighed,
    ImmutableArray<Placed> Placed
);

/// <summary>Tells what the reader sees in a message.</summary>
internal static class Examining
{
    /// <summary>What is worth less decides nothing.</summary>
    private const double Lightest = 0.03;

    public static Examined Of(
        MessageWords words,
        PersonId? author,
        Instant sent,
        ReaderSetting setting,
        Weights weights
    ) =>
        new(
            [.. Found(words, sent, setting).OrderBy(f => f.Span.Start)],
            [.. Weigh(words, author is not null, weights)],
            [.. Place(words, author, weights)]
        );

    private static IEnumerable<FoundSpan> Found(MessageWords words, Instant sent, ReaderSetting setting)
    {
        var today = setting.Calendar.DateOf(sent);
        foreach (var time in words.Times)
        {
            var at = (time.Due ?? time.Start)!.At.InZone(setting.Calendar.Zone).LocalDateTime;
            var moment = DateWords.Moment(at, today);
            var means = time.Due is null ? $"{Texts.NotBefore} {moment}" : moment;
            yield return new(
                words.SpanOf(time.From, time.To),
                FoundKind.Time,
                time.Repeats is null ? means : $"{time.Repeats}, {means}"
            );
        }

        foreach (var priority in words.Priorities)
            yield return new(
                words.SpanOf(priority.From, priority.To),
                FoundKind.Priority,
                priority.Says?.ToString() ?? Texts.NothingOfUrgency
            );
        for (var i = 0; i < words.Count; i++)
            if (words.WhoAt(i, words.Count) is { } who)
            {
                yield return new(
                    words.SpanOf(who.From, who.To),
                    FoundKind.Name,
                    string.Join(", ", who.Names.Select(n => words.At(n).Name!.Text))
                );
                i = who.To - 1;
            }

        foreach (var sentence in words.Sentences)
            for (var i = sentence.From; i < sentence.To; i++)
                if (words.CuesAt(sentence, i) is [var cue, ..])
                {
                    yield return new(words.SpanOf(i, cue.To), FoundKind.Cue, FeatureTexts.Does(cue.Cue.Doer));
                    i = cue.To - 1;
                }
    }

    private static IEnumerable<Weighed> Weigh(MessageWords words, bool byStaff, Weights weights)
    {
        var clauses = Clauses.Of(words, byStaff, weights);
        var features = new ClauseFeatures(words, byStaff);
        return clauses
            .All.Zip(clauses.Certainties(), clauses.Scores)
            .OrderByDescending(c => c.Second)
            .ThenByDescending(c => c.Third)
            .Select(c =>
            {
                var (candidate, certainty, score) = c;
                var of = new List<Feature>();
                features.OfBeginning(candidate, of);
                features.OfEnd(candidate, of);
                return new Weighed(
                    words.SpanOf(candidate.From, candidate.End),
                    words.SpanOf(candidate.Needs >= 0 ? candidate.From : candidate.Content, candidate.End),
                    certainty,
                    score,
                    Worth(of, weights)
                );
            });
    }

    private static IEnumerable<Placed> Place(MessageWords words, PersonId? author, Weights weights)
    {
        Candidate[] requests =
        [
            .. Clauses.Of(words, author is not null, weights).Best(MessageReading.Least).Select(c => c.Candidate),
        ];
        for (var i = 0; i < requests.Length; i++)
        {
            var request = requests[i];
            var placing = Placing.Around(words, requests, i, author, weights);
            var asked = words.SpanOf(request.Needs >= 0 ? request.From : request.Content, request.End);
            var times = words.Times.Select(t => (t.From, t.To, FoundKind.Time, Verdict: placing.Of(t, request)));
            var names =
                request.Cue.Cue.Doer is Doer.Author
                    ? []
                    : words.Names.Select(n => (n.From, n.To, FoundKind.Name, Verdict: placing.Of(n, request)));
            foreach (var (from, to, kind, verdict) in times.Concat(names).OrderBy(p => p.From))
                yield return new(
                    words.SpanOf(from, to),
                    kind,
                    asked,
                    verdict.Certainty,
                    verdict.Belongs,
                    verdict.Rule,
                    Worth(verdict.Features, weights)
                );
        }
    }

    private static ImmutableArray<WeighedFeature> Worth(IEnumerable<Feature> features, Weights weights) =>
        [
            .. features
                .Select(f => (Name: f.ToString(), Worth: weights.Of(f)))
                .Where(w => Math.Abs(w.Worth) >= Lightest)
                .OrderByDescending(w => Math.Abs(w.Worth))
                .Select(w => new WeighedFeature(w.Name, FeatureTexts.Of(w.Name), w.Worth)),
        ];
}
