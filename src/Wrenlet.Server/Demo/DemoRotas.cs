using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Crews;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Demo;

internal sealed record RotaSwapFile(string Slot, string From, string To, string? InReturn);

internal sealed record RotaFile(
    string Crew,
    string Name,
    string Span,
    int StartDay,
    string Starts,
    int EndDay,
    string Ends,
    string First,
    string[] Turns,
    RotaSwapFile[]? Swaps
);

/// <summary>The rotas of the demo's crews, and a swap that waits for its answer.</summary>
internal static class DemoRotas
{
    /// <summary>What was said in a crew's conversation, and about a worklist.</summary>
    private static void Talk(Writing w, Posting posting, Roster roster, Instant at)
    {
        Person Named(string name) => roster.Find(new PersonId(DemoWords.Id(name)))!;
        void Say(ConversationId talk, string by, string words, Duration ago) =>
            posting.Post(
                w,
                new EntryId(DemoWords.Id(words)),
                talk,
                Named(by),
                new Saying(words),
                EntryText.FromMarkdown(words),
                at - ago
            );
        var engines = roster.Crews[new CrewId(DemoWords.Id("crew engines"))];
        var crew = CrewTalks.Of(w, engines, Named("Hanneke Osei").Id, at);
        Say(crew.Id, "Hanneke Osei", "The night key is in the pump store, left-hand hook.", Duration.FromHours(20));
        Say(crew.Id, "Mateus Lindqvist", "Seen. I put the second torch beside it.", Duration.FromHours(19));
        EntryMarkStore.SetPins(
            w.Session,
            crew.Key,
            [new EntryId(DemoWords.Id("The night key is in the pump store, left-hand hook."))],
            Named("Hanneke Osei").Id,
            at
        );
        if (WorklistStore.All(w.Session).Find(l => l.Crew is not null) is not { } list)
            return;
        var about = new ConversationId(DemoWords.Id("talk about " + list.Name));
        ConversationStore.AddOfWorklist(w.Session, about, list.Id, list.Name);
        Say(about, "Pryderi Voss", "Shall we keep three on the bench until Friday?", Duration.FromHours(18));
        var talk = ConversationStore.Find(w.Session, about)!;
        FollowerStore.Follow(w.Session, talk.Key, Named("Kit Ramaswamy").Id, true);
    }

    /// <summary>Writes them, their days moved as all others.</summary>
    public static void Put(
        Writing w,
        IEnumerable<RotaFile> rotas,
        DemoWords words,
        Posting posting,
        Roster roster,
        Instant at
    )
    {
        static PersonId Person(string name) => new(DemoWords.Id(name));
        static LocalTime Time(string text) => LocalTimePattern.CreateWithInvariantCulture("HH:mm").Parse(text).Value;
        // By whole weeks, so that each weekday stays one.
        LocalDate Day(string text) => LocalDatePattern.Iso.Parse(text).Value.PlusDays(words.Days / 7 * 7);
        foreach (var file in rotas)
        {
            var line = new RotaLine(
                DemoWords.Id($"rota {file.Crew} {file.Name}"),
                new CrewId(DemoWords.Id("crew " + file.Crew)),
                file.Name,
                StoredWords.DutySpans.Parse(file.Span)!.Value,
                (IsoDayOfWeek)file.StartDay,
                Time(file.Starts),
                (IsoDayOfWeek)file.EndDay,
                Time(file.Ends),
                Day(file.First),
                [.. file.Turns.Select(Person)]
            );
            RotaStore.Put(w.Session, line);
            foreach (var swap in file.Swaps ?? [])
                RotaStore.Add(
                    w.Session,
                    new DutySwap(
                        DemoWords.Id($"swap {file.Name} {swap.Slot}"),
                        line.Id,
                        Day(swap.Slot),
                        Person(swap.From),
                        Person(swap.To),
                        swap.InReturn is { } day ? Day(day) : null,
                        SwapState.Asked,
                        at
                    )
                );
        }

        Talk(w, posting, roster, at);
    }
}
