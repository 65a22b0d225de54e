using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using System.Globalization;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Asks;

/// <summary>What an entry asks for, beside its words.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one ask.</param>
/// <param name="Kind">question, decision, choice or confirmation.</param>
/// <param name="Of">Who is asked, in order; crews inside only, and then each of their people.</param>
/// <param name="Rule">anyone, everyone, number or in-order.</param>
/// <param name="Needed">How many answers it takes under number; null otherwise.</param>
/// <param name="Due">By when; null for no time.</param>
/// <param name="TimeUp">What happens then: remind, pass-on or lapse.</param>
/// <param name="PassTo">To whom it passes; null where it does not.</param>
/// <param name="Options">What a choice is between; null for other kinds.</param>
/// <param name="Several">Whether several may be chosen.</param>
/// <param name="Hidden">Whether nobody sees what others chose before it is over.</param>
/// <param name="Right">Which option is right, counted from 0; null for none.</param>
public sealed record NewAsk(
    [property: Required] Guid Id,
    [property: Required] string Kind,
    [property: Required, MaxLength(60)] IReadOnlyList<AskeeChoice> Of,
    string Rule = "anyone",
    [property: Range(1, 60)] int? Needed = null,
    DateTimeOffset? Due = null,
    string TimeUp = "remind",
    Guid? PassTo = null,
    [property: MaxLength(20)] IReadOnlyList<string>? Options = null,
    bool Several = false,
    bool Hidden = false,
    [property: Range(0, 19)] int? Right = null
);

/// <summary>A person or a crew that is asked.</summary>
/// <param name="Kind">person or crew.</param>
public sealed record AskeeChoice([property: Required] string Kind, [property: Required] Guid Id);

/// <summary>Reads what is to be asked into terms that the core knows, or says why it cannot be asked.</summary>
internal static class AskReading
{
    private const int MostAsked = 60;

    /// <summary>The ask, or a refusal with those who would not see it.</summary>
    public static (Asking? Asking, PostRefusal? Refusal) Read(
        NewAsk given,
        Conversation conversation,
        Person author,
        Roster roster,
        Instant now
    )
    {
        static (Asking?, PostRefusal?) No(string reason, params ImmutableArray<Person> unseeing) =>
            (null, PostRefusal.For(reason + " Your text is kept.", unseeing));
        if (!author.IsStaff || conversation.Audience is Audience.Notice or Audience.Task or Audience.Worklist)
            return No("You cannot ask that here.");
        if (StoredWords.AskKinds.Parse(given.Kind) is not { } kind)
            return No($"“{given.Kind}” is not a kind of ask. Use {string.Join(", ", StoredWords.AskKinds.All)}.");
        if (StoredWords.AskRules.Parse(given.Rule) is not { } rule)
            return No($"“{given.Rule}” is not a rule. Use {string.Join(", ", StoredWords.AskRules.All)}.");
        if (StoredWords.TimesUp.Parse(given.TimeUp) is not { } up)
            return No(
                $"“{given.TimeUp}” does not say what happens when time runs out. "
                    + $"There are {string.Join(", ", StoredWords.TimesUp.All)}."
            );
        Instant? due = given.Due is { } d ? Instant.FromDateTimeOffset(d) : null;
        if (due <= now)
            return No("That time to answer by is past. Choose a later one.");

        var outside = conversation.Audience is Audience.Outside;
        var askees = new List<Askee>();
        foreach (var choice in given.Of)
        {
            if (choice.Kind == "crew")
            {
                if (outside || !roster.Crews.TryGetValue(new CrewId(choice.Id), out var crew))
                    return No("A crew can be asked only internally.");
                askees.AddRange(
                    crew.Members.Where(m =>
                            m != author.Id && roster.Find(m) is { } member && member.MaySee(conversation.Place)
                        )
                        .Select(m => new Askee(m, crew.Id))
                );
                continue;
            }

            if (roster.Find(new PersonId(choice.Id)) is not { } person)
                return No("One of those who are asked is not there any more. Choose again.");
            if (person.Id == author.Id)
                return No("You cannot ask yourself. Make it a task of yours instead.");
            if (outside && person.Party != conversation.Party)
                return No(
                    $"Outside, only {PartyName(conversation, roster)} can be asked. Ask {person.FirstName} "
                        + $"inside."
                );
            if (!person.MaySee(conversation.Place))
                return No(
                    $"{person.FirstName} does not see this, and cannot answer. Give sight of it first, or ask someone else.",
                    [person]
                );
            askees.Add(new(person.Id, null));
        }

        askees = [.. askees.DistinctBy(a => a.Whom)];
        if (askees.Count > MostAsked)
            return No(
                $"{askees.Count} people are asked; at most {MostAsked} can be. Post a notice to be confirmed instead."
            );
        PersonId? passTo =
            up is TimeUp.PassOn
            && given.PassTo is { } pass
            && roster.Find(new PersonId(pass)) is { } taker
            && taker.MaySee(conversation.Place)
            && taker.IsStaff != outside
            && taker.Id != author.Id
                ? taker.Id
                : null;
        var terms = new AskTerms(
            kind,
            [.. (given.Options ?? []).Select(o => o.Trim()).Where(o => o.Length > 0)],
            given.Several && kind is AskKind.Choice,
            given.Hidden && kind is AskKind.Choice,
            kind is AskKind.Choice ? given.Right : null,
            rule,
            rule is AskRule.Number ? given.Needed ?? 0 : 0,
            due,
            up,
            passTo
        );
        if (terms.Options.Any(o => o.Length > 200))
            return No("An option is at most 200 characters long.");
        return terms.Wrong(askees.Count) is { } wrong
            ? No(wrong)
            : (new Asking(terms, author.Id, [.. askees], []), null);
    }

    private static string PartyName(Conversation conversation, Roster roster) =>
        roster.Parties.GetValueOrDefault(conversation.Party ?? default)?.Name ?? "their contacts";

    private static string Numbered(IEnumerable<string> options) =>
        string.Join("\n", options.Select((o, i) => string.Create(CultureInfo.InvariantCulture, $"  {i + 1}. {o}")));

    /// <summary>How to answer in plain words, for those who are asked by mail or text.</summary>
    public static string HowToAnswer(AskTerms terms, Roster roster, Instant asked, string page)
    {
        var calendar = roster.Firm!.Calendar;
        var by = terms.Due is { } due
            ? $" by {DateWords.Moment(due.InZone(calendar.Zone).LocalDateTime, calendar.DateOf(asked))}"
            : "";
        var how = terms.Kind switch
        {
            AskKind.Decision => $"Please answer{by} with “approve” or “decline”",
            AskKind.Choice =>
                $"Please choose{by}{(terms.Several ? ", one or several" : "")}:\n{Numbered(terms.Options)}\nAnswer with its words or its "
                    + $"number",
            AskKind.Confirmation => $"Please confirm{by} that you have read this, with the word “read”",
            _ => $"Please answer{by}",
        };
        return $"{how}, in a reply or on your page: {page}";
    }
}
