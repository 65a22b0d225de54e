using System.ComponentModel.DataAnnotations;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Flow.Forecasts;

/// <summary>When a stage can be entered, or all be done.</summary>
/// <param name="Stage">The stage; null for the end of all.</param>
/// <param name="Kept50">The moment that is kept in 50 of 100.</param>
/// <param name="Promised">By when it was promised; null for no promise.</param>
/// <param name="Promise">What the promise is called.</param>
/// <param name="Sure">In how many of 100 the promise is kept.</param>
/// <param name="Clear">Whether nothing is in the way any more.</param>
public sealed record ForecastMomentView(
    Guid? Stage,
    string Name,
    DateTimeOffset Kept50,
    DateTimeOffset Kept80,
    DateTimeOffset Kept95,
    DateTimeOffset? Promised,
    string? Promise,
    int? Sure,
    bool Clear
);

/// <summary>Work or a wait on the calendar.</summary>
/// <param name="Task">The task; null for a wait, and for what the viewer does not see.</param>
/// <param name="Entry">The entry that asks for an answer.</param>
/// <param name="Docket">Its docket, where that is another one.</param>
/// <param name="DocketName">What that is called for short.</param>
/// <param name="Version">The task's version.</param>
/// <param name="Minutes">Working time left, as expected.</param>
/// <param name="Held">nothing, before, person or start: why it does not begin sooner; null beside the chain.</param>
/// <param name="SpareMinutes">Working time by which it could be over later; null on the chain.</param>
/// <param name="Wait">Until when it is waited for, where it comes from elsewhere; null for all else.</param>
public sealed record PlannedView(
    Guid? Task,
    Guid? Entry,
    string Title,
    string? Docket,
    PersonView? Person,
    DateTimeOffset Starts,
    DateTimeOffset Ends,
    double Minutes,
    string? Held,
    double? SpareMinutes,
    string? DocketName,
    int? Version,
    PlannedWaitView? Wait
);

/// <summary>Until when something from elsewhere is waited for.</summary>
/// <param name="Task">The task that waits for it.</param>
/// <param name="ToldBy">Who said so; null where nobody did.</param>
/// <param name="Said">When it is to come.</param>
public sealed record PlannedWaitView(Guid Task, string? ToldBy, DateTimeOffset Said);

/// <summary>How much of somebody's time it takes.</summary>
public sealed record CarrierView(PersonView Person, double Minutes, double OtherMinutes, double FreeMinutes);

/// <summary>What is not known, and makes it less sure.</summary>
/// <param name="Kind">no-owner, no-estimate, waits, no-date, no-answer or not-come.</param>
/// <param name="Low">What is counted with where nobody estimated, from a quarter to three quarters of what was like it.</param>
/// <param name="Like">How many were like it.</param>
public sealed record GapView(
    string Kind,
    Guid? Task,
    Guid? Entry,
    string Title,
    int? Minutes,
    int? Low,
    int? High,
    int? Like
);

/// <summary>A day of the calendar, as far as it is drawn.</summary>
public sealed record ForecastDayView(DateOnly Day, DateTimeOffset From, DateTimeOffset Until, bool Working);

/// <summary>One thing that has changed of what a forecast counts with.</summary>
/// <param name="Words">What, in a few words.</param>
/// <param name="Task">The task that it is of; null for none, and for one that the viewer does not see.</param>
public sealed record ForecastChangeView(string Words, Guid? Task);

/// <summary>What has changed since a morning before.</summary>
/// <param name="LaterMinutes">By how much later half of all runs reach it; negative for sooner.</param>
public sealed record ForecastSinceView(
    DateTimeOffset Since,
    int? SureBefore,
    int? Sure,
    double LaterMinutes,
    IReadOnlyList<ForecastChangeView> Why
);

/// <summary>When a docket can be done.</summary>
/// <param name="To">The stage that the chain leads to; null for the end of all.</param>
/// <param name="Why">What decides it, in a sentence.</param>
/// <param name="BeingMade">Whether something has changed since, and a new one is being made.</param>
/// <param name="Since">What has changed since a day before; null where nothing is known of one, and for another moment than the one
/// that matters next.</param>
public sealed record DocketForecastView(
    string Docket,
    string Subject,
    DateTimeOffset Now,
    IReadOnlyList<ForecastMomentView> Moments,
    Guid? To,
    string Why,
    IReadOnlyList<PlannedView> Chain,
    IReadOnlyList<PlannedView> Beside,
    PersonView? Elsewhere,
    IReadOnlyList<PlannedView> ElsewhereWork,
    IReadOnlyList<CarrierView> Carriers,
    IReadOnlyList<GapView> Gaps,
    IReadOnlyList<ForecastDayView> Days,
    bool BeingMade,
    ForecastSinceView? Since = null
);

/// <summary>Who would help with a task.</summary>
/// <param name="Minutes">How much of what is left they would do.</param>
public sealed record HelpBody(Guid Person, [property: Range(1, 100_000)] int Minutes);

/// <summary>What a task would be changed to.</summary>
/// <param name="Owner">Who would do it instead; null for who does it.</param>
/// <param name="Day">The first day on which it would be begun; null for as it is.</param>
/// <param name="Minutes">Working time that would be left of it; null for as it is.</param>
/// <param name="Dropped">Whether it would not be done at all.</param>
/// <param name="Help">Who would help; null for nobody.</param>
/// <param name="Version">The version of the task that was seen.</param>
public sealed record TaskChangeBody(
    [property: Required] Guid Task,
    Guid? Owner = null,
    DateOnly? Day = null,
    [property: Range(1, 1_000_000)] int? Minutes = null,
    bool Dropped = false,
    HelpBody? Help = null,
    int? Version = null
);

/// <summary>Changes to look at, or to agree to.</summary>
/// <param name="Stage">What the chain leads to, as in the forecast itself.</param>
/// <param name="Quick">Whether it is to be quick, and leave out what it costs elsewhere.</param>
public sealed record PlanChanges(
    [property: Required, MaxLength(50)] IReadOnlyList<TaskChangeBody> Changes,
    string? Stage = null,
    bool Quick = false
);

/// <summary>What changes cost another docket.</summary>
/// <param name="Docket">Its reference; null where the viewer does not see it.</param>
/// <param name="LaterMinutes">By how much later half of all runs reach what was promised next; negative for sooner.</param>
public sealed record CostView(
    string? Docket,
    string Name,
    int? SureBefore,
    int? Sure,
    double LaterMinutes,
    DateTimeOffset Kept50
);

/// <summary>What would become of a docket.</summary>
/// <param name="Before">Its moments as they are now.</param>
/// <param name="Costs">What it costs others, most first.</param>
public sealed record WhatIfView(
    DocketForecastView Forecast,
    IReadOnlyList<ForecastMomentView> Before,
    IReadOnlyList<CostView> Costs
);

/// <summary>The promise of a docket that comes next.</summary>
/// <param name="Promise">What it is called.</param>
/// <param name="Sure">In how many of 100 it is kept.</param>
public sealed record PromisedView(
    string Docket,
    string Name,
    PersonView? Owner,
    string Promise,
    DateTimeOffset Promised,
    int Sure,
    DateTimeOffset Kept50,
    DateTimeOffset Kept80,
    DateTimeOffset Kept95
);
