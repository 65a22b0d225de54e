using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>Why something cannot be reached sooner, in a sentence.</summary>
public static class ForecastWords
{
    /// <summary>What the reader may not see stands so.</summary>
    public static string OtherWork => Texts.OtherWork;

    /// <summary>What the end of a docket is called.</summary>
    public static string AllDone => Texts.AllDone;

    /// <summary>The sentence that explains a forecast.</summary>
    /// <param name="forecast">The forecast.</param>
    /// <param name="target">What is forecast.</param>
    /// <param name="name">What it is called; null for the end of all.</param>
    /// <param name="firstNameOf">First name of a member of staff.</param>
    /// <param name="sees">Whether the reader sees a task.</param>
    public static string Why(
        FirmForecast forecast,
        (Dockets.DocketId Docket, Dockets.StageId? Stage) target,
        string? name,
        Func<PersonId, string> firstNameOf,
        Func<TaskId, bool> sees
    )
    {
        ArgumentNullException.ThrowIfNull(forecast);
        ArgumentNullException.ThrowIfNull(firstNameOf);
        ArgumentNullException.ThrowIfNull(sees);
        var outlook = forecast.To(target.Docket, target.Stage);
        var chain = outlook.Chain;
        var what = name ?? Texts.AllDone.ToLowerInvariant();
        if (chain.IsEmpty)
            return name is null ? Texts.NothingLeftToDo : Texts.NothingInTheWay(name);
        // What comes first of all from elsewhere only says from when on the rest counts.
        var awaited = chain.Length > 1 ? chain[0].Of.Wait : null;
        var most = chain
            .Skip(awaited is null ? 0 : 1)
            .GroupBy(l => (l.Person, Waits: l.Of.Task is null, l.Of.Wait))
            .MaxBy(g => g.Sum(l => (l.Ends - l.Starts).TotalMinutes))!
            .Key;
        if (most.Wait is { } wait)
            return Texts.ArrivalDecides(WhatOf(wait), what);
        if (most.Waits)
            return Texts.WaitDecides(what);
        if (most.Person is not { } person)
            return Texts.NobodyDecides(what);
        // Where it cannot begin at once, what counts is the time from then on.
        Instant? from =
            awaited is not null ? chain[0].Ends
            : chain[0].Held is HeldBy.Start ? chain[0].Starts
            : null;
        var carrier = outlook.Carriers(from).Where(c => c.Person == person).Cast<Carrier?>().FirstOrDefault();
        // It may hang on somebody who has nothing to do for it but something that comes before.
        if (carrier is not { } one)
            return Texts.OtherWorkDecides(firstNameOf(person), what);
        string[] taken =
        [
            .. new[] { (one.Other, Texts.OtherWork), (one.Away, Texts.Leave) }
                .Where(t => t.Item1 >= Duration.FromMinutes(30))
                .Select(t => Texts.OfThem(Hours(t.Item1), t.Item2)),
        ];
        var beside = taken.Length == 0 ? "" : $", {Names.List(taken)}";
        var (work, free) = (Hours(one.Work), Hours(one.Free + one.Away));
        if (from is not { } moment)
            return Texts.PersonDecides(firstNameOf(person), work, what, free, beside);
        var when = Moment(forecast, moment);
        return awaited is null
            ? Texts.PersonDecidesFrom(firstNameOf(person), when, work, what, free, beside)
            : Texts.PersonDecidesAfter(WhatOf(awaited), when, firstNameOf(person), work, what, free, beside);

        string WhatOf(DatedWait of) => sees(of.Task) ? $"“{of.What}”" : Texts.OtherWork;
    }

    /// <summary>
    /// When a docket's work is likely done, as its customer is told: the days that are kept in 50 and in 80 of 100. Nothing of how it
    /// comes to that.
    /// </summary>
    /// <param name="forecast">The forecast.</param>
    /// <param name="docket">The docket.</param>
    /// <returns>The stage that is reached then, null for the end of all; and the words. Null where nothing is left to do, or it is not
    /// open.</returns>
    public static (Dockets.StageId? Stage, string Words)? ForParty(FirmForecast forecast, Dockets.DocketId docket)
    {
        ArgumentNullException.ThrowIfNull(forecast);
        if (forecast.MomentsOf(docket).IsEmpty || forecast.NextOf(docket) is not { Clear: false } moment)
            return null;
        var firm = forecast.Input.Firm;
        var (first, last) = (firm.DateOf(moment.Kept50), firm.DateOf(moment.Kept80));
        var today = firm.DateOf(forecast.Input.Now);
        string Day(LocalDate day) => DateWords.Day(day, today);
        return (moment.Stage, first == last ? Texts.On(Day(first)) : Texts.Between(Day(first), Day(last)));
    }

    /// <summary>Why somebody is to take a task, and what it helps.</summary>
    /// <param name="step">What is proposed.</param>
    /// <param name="firstName">First name of whom it goes to.</param>
    /// <param name="crew">Name of the crew that both are in; null for none.</param>
    /// <param name="helps">What the docket that it helps is called; null for none.</param>
    public static string Why(LevelStep step, string firstName, string? crew, string? helps)
    {
        ArgumentNullException.ThrowIfNull(step);
        string?[] reasons =
        [
            step.From is null ? Texts.NobodyHasIt : null,
            step.DidLike > 0 ? Texts.DidLike(firstName, step.DidLike)
            : crew is not null ? Texts.SameCrew(firstName, crew)
            : step.AtIt ? Texts.AtItAlready(firstName)
            : null,
            helps is not null ? Texts.Surer(helps, step.SureWithout, step.Sure)
            : step.Late >= Duration.FromMinutes(30) ? Texts.LessLate(Hours(step.Late))
            : null,
        ];
        var words = string.Join("; ", reasons.OfType<string>());
        return words.Length > 0 ? Sentence(words) + "." : "";
    }

    /// <summary>What has changed, in a few words.</summary>
    /// <param name="change">What.</param>
    /// <param name="title">Title of its task; null where the reader may not see it, and where it is of a person's time.</param>
    /// <param name="firstName">First name of whose it is; null for nobody.</param>
    public static string Of(ForecastChange change, string? title, string? firstName) =>
        Sentence(
            Texts.Changed(change.Kind, title is null ? Texts.OtherWork : $"“{title}”", firstName, Hours(change.By))
        );

    private static string Sentence(string words) =>
        words.Length > 0 ? char.ToUpperInvariant(words[0]) + words[1..] : "";

    private static string Moment(FirmForecast forecast, Instant moment)
    {
        var (firm, zone) = (forecast.Input.Firm, forecast.Input.Firm.Zone);
        return DateWords.Moment(moment.InZone(zone).LocalDateTime, firm.DateOf(forecast.Input.Now));
    }

    /// <summary>Whether a docket's moment has changed so much that somebody wants to know.</summary>
    public static bool IsWorthAWord(MomentForecast before, MomentForecast after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        return Math.Abs((after.Sure ?? 0) - (before.Sure ?? 0)) >= 3
            || Math.Abs((after.Kept50 - before.Kept50).TotalHours) >= 2;
    }

    /// <summary>A length as a forecast says it: below two hours to five minutes, else to the half hour.</summary>
    public static string Hours(Duration length)
    {
        var each = length < Duration.FromHours(2) ? 5 : 30;
        return WorkingTimeWords.Of(Duration.FromMinutes(Math.Round(length.TotalMinutes / each) * each));
    }
}
