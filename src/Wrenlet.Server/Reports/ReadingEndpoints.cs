using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Reports;

/// <summary>Something that was said, read across people.</summary>
/// <param name="Side">inside or outside.</param>
/// <param name="Limited">Whether only listed people see its docket otherwise.</param>
/// <param name="Path">Where it is, for who sees the docket; null for others.</param>
public sealed record ReadEntry(
    Guid Id,
    DateTimeOffset At,
    string Author,
    string Docket,
    string Subject,
    string Side,
    string? Party,
    bool Limited,
    string Words,
    string? Path
);

/// <summary>What was said, the newest first.</summary>
/// <param name="Next">Where to go on; null at the end.</param>
public sealed record ReadView(IReadOnlyList<ReadEntry> Entries, long? Next);

/// <summary>Reading across people: every docket's conversations by person, party and time.</summary>
internal static class ReadingEndpoints
{
    private const int PageSize = 50;
    private static readonly Duration Longest = Duration.FromDays(400);

    public static void MapReading(this IEndpointRouteBuilder api) =>
        api.MapPost("/reading", Read).For(Right.ReadAcross).Costly();

    private static async Task<Results<Ok<ReadView>, ProblemHttpResult>> Read(
        ReadWish given,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (roster, calendar) = (who.Current, who.Current.Firm!.Calendar);
        var (from, until) = (
            calendar.Zone.AtStartOfDay(LocalDate.FromDateOnly(given.From)).ToInstant(),
            calendar.Zone.AtStartOfDay(LocalDate.FromDateOnly(given.Until).PlusDays(1)).ToInstant()
        );
        if (until <= from)
            return Refusals.Invalid("until", "The last day is before the first. Choose a later one.");
        if (until - from > Longest)
            return Refusals.Invalid("from", "Choose a time of at most 400 days.");
        if (given.Person is null && given.Party is null)
            return Refusals.Invalid("person", "Choose a person or a customer whose words you want to read.");
        var (found, seen) = database.Read(s =>
        {
            var entries = EntryStore
                .Across(
                    s,
                    given.Person is { } p ? new PersonId(p) : null,
                    given.Party is { } y ? new PartyId(y) : null,
                    from,
                    until,
                    given.Before ?? long.MaxValue,
                    PageSize + 1
                )
                .Select(e => (Entry: e, Talk: ConversationStore.Find(s, e.Conversation)!))
                .Where(e => ReadingAcross.Opens(viewer.Person, e.Talk.Place))
                .ToList();
            var dockets = entries
                .Take(PageSize)
                .Select(e => e.Talk)
                .DistinctBy(t => t.Docket!.Id)
                .Where(t => ReadingAcross.IsLogged(viewer.Person, t.Sight, t.Docket!.Owner))
                .Select(t => t.Docket!.Ref.ToString())
                .ToList();
            return (entries, dockets);
        });
        if (seen.Count > 0)
            await writes.Run(w =>
                LogStore.Add(
                    w.Session,
                    clock.Now,
                    viewer.Person.Id,
                    LogKind.ReadAcross,
                    "read across people",
                    $"{Whose(given, roster)}, {given.From:yyyy-MM-dd} to {given.Until:yyyy-MM-dd}: {string.Join(", ", seen)}"
                )
            );
        return TypedResults.Ok(
            new ReadView(
                [.. found.Take(PageSize).Select(e => View(e.Entry, e.Talk, viewer.Person, roster))],
                found.Count > PageSize ? found[PageSize - 1].Entry.Key : null
            )
        );
    }

    private static string Whose(ReadWish given, Roster roster) =>
        string.Join(
            " with ",
            new[]
            {
                given.Person is { } person ? roster.NameOf(new PersonId(person)) : null,
                given.Party is { } party ? roster.Parties.GetValueOrDefault(new PartyId(party))?.Name : null,
            }.OfType<string>()
        );

    private static ReadEntry View(Entry entry, Conversation talk, Person viewer, Roster roster) =>
        new(
            entry.Id.Value,
            entry.At.ToDateTimeOffset(),
            EntryWords.AuthorOf(entry, roster),
            talk.Docket!.Ref.ToString(),
            talk.Docket.Subject,
            StoredWords.Audiences.Of(talk.Audience),
            talk.Party is { } party ? roster.Parties.GetValueOrDefault(party)?.Name : null,
            talk.Sight.Limited,
            EntryWords.PlainOf(entry),
            viewer.MaySee(talk.Place) ? EntryWords.PathOf(talk, entry.Id) : null
        );
}

/// <summary>What is to be read.</summary>
/// <param name="Person">Whose words; null for everybody's.</param>
/// <param name="Party">Said with which customer or partner; null for all.</param>
/// <param name="From">First day.</param>
/// <param name="Until">Last day.</param>
/// <param name="Before">Where to go on; null for the newest.</param>
public sealed record ReadWish(Guid? Person, Guid? Party, DateOnly From, DateOnly Until, long? Before = null);
