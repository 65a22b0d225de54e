using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

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
public sealed record ReadFeatureView(string Name, string Words, double Worth);

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

/// <summary>A time or a name beside what is asked.</summary>
/// <param name="Kind">time or name.</param>
/// <param name="Request">What is asked.</param>
/// <param name="Certainty">How sure it is that it belongs to what is asked, from 0 to 1.</param>
/// <param name="Belongs">Whether that is sure enough.</param>
/// <param name="Rule">What settles it by itself; null where the features decide.</param>
/// <param name="Features">The heaviest; none where a rule settles it.</param>
public sealed record ReadPlacedView(
    string Words,
    string Kind,
    string Request,
    double Certainty,
    bool Belongs,
    string? Rule,
    IReadOnlyList<ReadFeatureView> Features
);

/// <summary>How a message is read.</summary>
/// <param name="Found">In the order of the text.</param>
/// <param name="Weighed">What might ask for work, the likelier first; those that hardly do are left out.</param>
/// <param name="Placed">The times and names beside each thing that is asked; many are left out.</param>
/// <param name="Drafts">The tasks it comes to, each on a line; none where it asks for nothing.</param>
public sealed record ReadingView(
    IReadOnlyList<ReadSpanView> Found,
    IReadOnlyList<ReadWeighedView> Weighed,
    IReadOnlyList<ReadPlacedView> Placed,
    IReadOnlyList<string> Drafts
);

/// <summary>A word by which the firm calls somebody.</summary>
/// <param name="Times">How many messages taught it.</param>
public sealed record NicknameView(string Word, OwnerView Means, int Times);

/// <summary>What somebody taught the reader by an entry.</summary>
/// <param name="Words">What was said, shortened.</param>
/// <param name="Path">Where it is in the application.</param>
/// <param name="TurnedDown">Whether what was read there is no task.</param>
/// <param name="Read">What was read, on a line; empty where nothing was.</param>
/// <param name="Made">What was made, on a line; empty where it was turned down.</param>
public sealed record ReaderLessonView(
    Guid Id,
    string Words,
    string Path,
    PersonView By,
    DateTimeOffset At,
    bool TurnedDown,
    string Read,
    string Made
);

/// <summary>What the reader has learned from the firm.</summary>
/// <param name="Lessons">The newest first.</param>
/// <param name="Unseen">Lessons from talk that the viewer does not see: they are not shown, nor words that only they taught.</param>
public sealed record ReaderLessonsView(
    IReadOnlyList<NicknameView> Nicknames,
    IReadOnlyList<ReaderLessonView> Lessons,
    int Unseen
);

/// <summary>Shows administrators how the reader of messages reads, and what it has learned.</summary>
internal static class ReaderEndpoints
{
    /// <summary>Most characters of a message to try.</summary>
    public const int Longest = 5_000;
    private const int MostWeighed = 8;
    private const int MostFeatures = 14;
    private const int MostPlaced = 24;
    private const string Forgotten = "It is forgotten already.";

    public static void MapReader(this IEndpointRouteBuilder api)
    {
        api.MapPost("/set-up/reader/trials", TryReader).For(Right.SetUp).Costly();
        api.MapGet("/set-up/reader/lessons", GetLessons).For(Right.SetUp);
        api.MapDelete("/set-up/reader/lessons", ForgetAll).For(Right.SetUp);
        api.MapDelete("/set-up/reader/lessons/{id:guid}", ForgetLesson).For(Right.SetUp);
        api.MapDelete("/set-up/reader/nicknames/{word}", ForgetNickname).For(Right.SetUp);
    }

    private static ReaderLessonsView GetLessons(
        Viewer viewer,
        ReaderLessons lessons,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        var (seen, unseen) = Seen(viewer.Person, lessons, database);
        return new(
            [
                .. lessons
                    .Current.Nicknames.Where(n => Teaches(n.Word, seen, roster).Any())
                    .Select(n => (Nickname: n, Means: TaskViews.Owner(n.Owner, roster)))
                    .Where(n => n.Means is not null)
                    .Select(n => new NicknameView(n.Nickname.Word, n.Means!, n.Nickname.Times)),
            ],
            [
                .. seen.Select(l => new ReaderLessonView(
                        l.Lesson.Id,
                        EntryWords.Short(EntryWords.PlainOf(l.Entry)),
                        EntryWords.PathOf(l.Conversation, l.Entry.Id),
                        PersonView.Of(roster.Find(l.Lesson.By)!),
                        l.Lesson.At.ToDateTimeOffset(),
                        l.Lesson.TurnedDown,
                        l.Lesson.Read,
                        l.Lesson.TurnedDown ? "" : DraftReading.Brief(l.Lesson.Task, now, roster)
                    ))
                    .Reverse(),
            ],
            unseen
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> ForgetAll(Viewer viewer, ReaderLessons lessons) =>
        await lessons.Forget(null, viewer.Person, "everything")
            ? TypedResults.NoContent()
            : Refusals.Refused("It has learned nothing that could be forgotten.");

    private static async Task<Results<NoContent, ProblemHttpResult>> ForgetLesson(
        Guid id,
        Viewer viewer,
        ReaderLessons lessons,
        Database database
    ) =>
        Seen(viewer.Person, lessons, database).Lessons.Find(l => l.Lesson.Id == id) is { Lesson: not null }
        // The log is read by some who do not see the talk: it does not say what the lesson was.
        && await lessons.Forget([id], viewer.Person, "a lesson")
            ? TypedResults.NoContent()
            : Refusals.Refused(Forgotten);

    private static async Task<Results<NoContent, ProblemHttpResult>> ForgetNickname(
        string word,
        Viewer viewer,
        ReaderLessons lessons,
        Database database,
        WhoIsWho who
    )
    {
        var (seen, _) = Seen(viewer.Person, lessons, database);
        var teaching = Teaches(word, seen, who.Current).ToList();
        if (lessons.Current.Nicknames.All(n => n.Word != word) || teaching.Count == 0)
            return Refusals.Refused(Forgotten);
        // What is learned of it where the viewer does not see it goes as well.
        var all = database.Read(lessons.All);
        await lessons.Forget([.. Teaches(word, all, who.Current)], viewer.Person, $"“{word}”");
        return TypedResults.NoContent();
    }

    /// <summary>The lessons that somebody sees, in the order of time, and how many there are that they do not see.</summary>
    private static (List<(ReadingLesson Lesson, Entry Entry, Conversation Conversation)> Lessons, int Unseen) Seen(
        Person viewer,
        ReaderLessons lessons,
        Database database
    )
    {
        var all = database.Read(lessons.All);
        var seen = all.FindAll(l => EntrySight.Sees(viewer, l.Conversation, l.Entry));
        return (seen, all.Count - seen.Count);
    }

    /// <summary>The lessons that teach who is called by a word.</summary>
    private static IEnumerable<Guid> Teaches(
        string word,
        IEnumerable<(ReadingLesson Lesson, Entry Entry, Conversation Conversation)> lessons,
        Roster roster
    )
    {
        var reader = new TaskReader(DraftReading.Setting([], roster));
        return lessons
            .Where(l => Teaching.Calls(reader, ReaderLessons.MessageOf(l.Entry, [l.Lesson], roster), word))
            .Select(l => l.Lesson.Id);
    }

    private static ReadingView TryReader(
        ReaderTrial trial,
        Viewer viewer,
        ReaderLessons lessons,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        var reader = lessons.Reader([]);
        PersonId? author = trial.Outside ? null : viewer.Person.Id;
        var examined = reader.Examine(trial.Text, author, now);
        var drafts = reader.Read(trial.Text, author, now);
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
                        Heaviest(w.Features)
                    )),
            ],
            [
                .. examined
                    .Placed.Take(MostPlaced)
                    .Select(p => new ReadPlacedView(
                        trial.Text[p.Words.Start..p.Words.End],
                        p.Kind.ToString().ToLowerInvariant(),
                        trial.Text[p.Request.Start..p.Request.End],
                        p.Certainty,
                        p.Belongs,
                        p.Rule,
                        Heaviest(p.Features)
                    )),
            ],
            [.. drafts.Select(d => DraftReading.Brief(d, now, roster))]
        );
    }

    private static IReadOnlyList<ReadFeatureView> Heaviest(ImmutableArray<WeighedFeature> features) =>
        [.. features.Take(MostFeatures).Select(f => new ReadFeatureView(f.Name, f.Words, f.Worth))];
}
