using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations.Crews;

/// <summary>A rota as it is set.</summary>
/// <param name="Span">weeks, nights or weekends.</param>
/// <param name="StartDay">1 for Monday to 7 for Sunday.</param>
/// <param name="Starts">As 08:00.</param>
/// <param name="EndDay">Of weekends; of others it does not matter.</param>
/// <param name="Ends">As 08:00; of weeks it does not matter.</param>
/// <param name="First">A day of the first one's week.</param>
/// <param name="Turns">Whose turn it is, in order.</param>
public sealed record RotaSetting(
    Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(40)] string Name,
    [property: Required, AllowedValues("weeks", "nights", "weekends")] string Span,
    [property: Range(1, 7)] int StartDay,
    [property: Required, StringLength(5)] string Starts,
    [property: Range(1, 7)] int EndDay,
    [property: Required, StringLength(5)] string Ends,
    DateOnly First,
    [property: Required, MaxLength(Rota.MostTurns)] IReadOnlyList<Guid> Turns,
    string? Version = null
) : IVersioned;

/// <summary>A swap to be asked for.</summary>
/// <param name="Slot">The day on which the turn begins.</param>
/// <param name="InReturn">The day on which the turn begins that is taken in return; null for none.</param>
public sealed record NewSwap(
    [property: Required] Guid Id,
    [property: Required] Guid Line,
    DateOnly Slot,
    [property: Required] Guid To,
    DateOnly? InReturn = null
);

/// <summary>The answer to a swap: agreed, declined or withdrawn.</summary>
public sealed record SwapAnswer([property: Required, AllowedValues("agreed", "declined", "withdrawn")] string State);

/// <summary>Rotas, and swaps of turns.</summary>
internal static class DutyEndpoints
{
    /// <summary>How far ahead a turn can be swapped.</summary>
    private static readonly Duration Ahead = Duration.FromDays(190);

    public static void MapDuty(this IEndpointRouteBuilder api)
    {
        api.MapPut("/crews/{crew:guid}/rotas/{id:guid}", Put).For(Right.SetUp, Right.TakeOn, Right.Reassign);
        api.MapDelete("/crews/{crew:guid}/rotas/{id:guid}", Remove).For(Right.SetUp, Right.TakeOn, Right.Reassign);
        api.MapPost("/crews/{crew:guid}/swaps", Ask).For(Access.Staff);
        api.MapPut("/crews/{crew:guid}/swaps/{id:guid}", Answer).For(Access.Staff);
    }

    internal static RotaSetting Setting(RotaLine line)
    {
        var setting = new RotaSetting(
            line.Id,
            line.Name,
            StoredWords.DutySpans.Of(line.Span),
            (int)line.StartDay,
            Text(line.Starts),
            (int)line.EndDay,
            Text(line.Ends),
            line.First.ToDateOnly(),
            [.. line.Turns.Select(t => t.Value)]
        );
        return setting with { Version = Versions.Of(setting) };
    }

    private static string Text(LocalTime time) =>
        time.ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture);

    private static async Task<Results<Ok<CrewPage>, ProblemHttpResult>> Put(
        Guid crew,
        Guid id,
        RotaSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var pattern = LocalTimePattern.CreateWithInvariantCulture("HH:mm");
        var (starts, ends) = (pattern.Parse(given.Starts), pattern.Parse(given.Ends));
        if (!starts.Success || !ends.Success)
            return Refusals.Invalid(starts.Success ? "ends" : "starts", "Write the time as 08:00.");
        var line = new RotaLine(
            id,
            new CrewId(crew),
            given.Name.Trim(),
            StoredWords.DutySpans.Parse(given.Span)!.Value,
            (IsoDayOfWeek)given.StartDay,
            starts.Value,
            (IsoDayOfWeek)given.EndDay,
            ends.Value,
            LocalDate.FromDateOnly(given.First),
            [.. given.Turns.Select(t => new PersonId(t))]
        );
        return await Within(
            crew,
            viewer,
            writes,
            who,
            clock,
            (w, found) =>
            {
                var lines = RotaStore.Lines(w.Session, found.Id);
                var there = lines.Find(l => l.Id == id);
                if (there is null && RotaStore.Lines(w.Session, null).Exists(l => l.Id == id))
                    return Refusals.NotFound("rota");
                if (there is null && lines.Count >= Rota.MostLines)
                    return Refusals.Refused($"A crew has at most {Rota.MostLines} rotas. Remove one first.");
                if (Rota.Wrong(line, found.Members) is var (part, words))
                    return Refusals.Invalid(part, words);
                if (Versions.Held("rota", ifMatch, there is null ? null : Setting(there)) is { } held)
                    return held;
                RotaStore.Put(w.Session, line);
                return null;
            }
        );
    }

    private static Task<Results<Ok<CrewPage>, ProblemHttpResult>> Remove(
        Guid crew,
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Within(
            crew,
            viewer,
            writes,
            who,
            clock,
            (w, found) =>
            {
                if (!RotaStore.Lines(w.Session, found.Id).Exists(l => l.Id == id))
                    return Refusals.NotFound("rota");
                RotaStore.Remove(w.Session, id);
                return null;
            }
        );

    /// <summary>Asks a colleague to take a turn of one's own.</summary>
    private static Task<Results<Ok<CrewPage>, ProblemHttpResult>> Ask(
        Guid crew,
        NewSwap given,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        Dispatcher happenings,
        FirmClock clock
    ) =>
        Within(
            crew,
            viewer,
            writes,
            who,
            clock,
            (w, found) =>
            {
                var (s, roster, now, me) = (w.Session, who.Current, clock.Now, viewer.Person);
                if (RotaStore.Lines(s, found.Id).Find(l => l.Id == given.Line) is not { } line)
                    return Refusals.NotFound("rota");
                if (RotaStore.FindSwap(s, given.Id) is not null)
                    return null;
                var swap = new DutySwap(
                    given.Id,
                    line.Id,
                    LocalDate.FromDateOnly(given.Slot),
                    me.Id,
                    new PersonId(given.To),
                    given.InReturn is { } day ? LocalDate.FromDateOnly(day) : null,
                    SwapState.Asked,
                    now
                );
                var ahead = Duties.Between(s, roster, [line], now, now + Ahead);
                if (
                    Rota.Refuses(
                        swap,
                        line,
                        ahead.Find(d => d.Slot == swap.Slot),
                        ahead.Find(d => d.Slot == swap.InReturn)
                    ) is
                    { } why
                )
                    return Refusals.Refused(why);
                RotaStore.Add(s, swap);
                var words =
                    $"{me.FirstName} asks {Duties.FirstName(roster, swap.To)} to take {line.Name} from {DayWords.Of(swap.Slot)}"
                    + (swap.InReturn is { } other ? $" and takes the one from {DayWords.Of(other)}" : "");
                Say(w, found, me, swap.To, words, happenings, now);
                return null;
            }
        );

    /// <summary>Agrees to a swap or not, or takes back what one asked.</summary>
    private static Task<Results<Ok<CrewPage>, ProblemHttpResult>> Answer(
        Guid crew,
        Guid id,
        SwapAnswer given,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        Dispatcher happenings,
        FirmClock clock
    ) =>
        Within(
            crew,
            viewer,
            writes,
            who,
            clock,
            (w, found) =>
            {
                var (s, roster, now, me) = (w.Session, who.Current, clock.Now, viewer.Person);
                var state = StoredWords.SwapStates.Parse(given.State)!.Value;
                if (
                    RotaStore.FindSwap(s, id) is not { } swap
                    || RotaStore.Lines(s, found.Id).Find(l => l.Id == swap.Line) is not { } line
                    || me.Id != (state is SwapState.Withdrawn ? swap.From : swap.To)
                )
                    return Refusals.NotFound("swap");
                if (swap.State != SwapState.Asked)
                    return swap.State == state ? null : Refusals.Refused("This was answered or taken back already.");
                var ahead = Duties.Between(s, roster, [line], now, now + Ahead);
                if (
                    state is SwapState.Agreed
                    && Rota.Refuses(
                        swap,
                        line,
                        ahead.Find(d => d.Slot == swap.Slot),
                        ahead.Find(d => d.Slot == swap.InReturn)
                    )
                        is { } why
                )
                    return Refusals.Refused($"It cannot be swapped any more. {why}");
                RotaStore.SetState(s, id, state, now);
                var words = state switch
                {
                    SwapState.Agreed => $"{me.FirstName} takes {line.Name} from {DayWords.Of(swap.Slot)}",
                    SwapState.Declined => $"{me.FirstName} does not take {line.Name} from {DayWords.Of(swap.Slot)}",
                    _ => $"{me.FirstName} keeps {line.Name} from {DayWords.Of(swap.Slot)} after all",
                };
                var other = state is SwapState.Withdrawn ? swap.To : swap.From;
                Say(w, found, me, other, words, happenings, now);
                return null;
            }
        );

    private static void Say(
        Writing w,
        Crew crew,
        Person by,
        PersonId to,
        string words,
        Dispatcher happenings,
        Instant now
    )
    {
        var talk = CrewTalks.Of(w, crew, by.Id, now);
        var line = EventLines.Add(w, talk, by.Id, now, words);
        happenings.Say(w, new DutySpoken(talk, line, to, by.Id, words, now));
    }

    /// <summary>Does something with a crew's duty within one write, and shows the crew as it is then.</summary>
    private static Task<Results<Ok<CrewPage>, ProblemHttpResult>> Within(
        Guid crew,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock,
        Func<Writing, Crew, ProblemHttpResult?> act
    ) =>
        writes.Run<Results<Ok<CrewPage>, ProblemHttpResult>>(w =>
        {
            if (!who.Current.Crews.TryGetValue(new CrewId(crew), out var found) || found.Retired)
                return Refusals.NotFound("crew");
            if (act(w, found) is { } refusal)
                return refusal;
            w.Log(
                new Change(ChangeKinds.LeaveChanged, crew, new Place.Firm(), Thing.Working, clock.Now, viewer.Person.Id)
            );
            return TypedResults.Ok(CrewEndpoints.Page(w.Session, found, viewer.Person, who.Current, clock.Now));
        });
}
