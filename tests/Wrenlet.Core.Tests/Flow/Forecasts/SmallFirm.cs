using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>A firm with one open docket, its people and their hours, to forecast.</summary>
internal static class SmallFirm
{
    public static readonly DocketId Refit = Some.Docket.Id;
    public static readonly StageId Launch = YardKinds.Job.At(4);

    public static TaskOwner By(string name) => new TaskOwner.OfPerson(Yard.Named(name).Id);

    public static ForecastInput Input(
        IEnumerable<WorkTask> tasks,
        Leave[]? leaves = null,
        Milestone[]? milestones = null,
        ForecastAsk[]? asks = null,
        Experience? experience = null
    ) =>
        new(
            Some.Now,
            Yard.Hours,
            [
                .. Yard.Staff.Select(p => new ForecastPerson(
                    p.Id,
                    Yard.Hours,
                    p.Crews,
                    [.. (leaves ?? []).Where(l => l.Person == p.Id)],
                    []
                )),
            ],
            [.. tasks.Select((t, i) => t with { Key = i + 1 })],
            [new(Some.WholeDocket() with { Open = true }, YardKinds.Job, [.. milestones ?? []], [.. asks ?? []])],
            experience ?? Experience.None
        )
        {
            Unrest = Unrest.None,
        };

    public static WorkTask Sure(string title, int hours, string by, int? gate = null) =>
        Some.Task(title, estimate: Duration.FromHours(hours), gate: gate, owners: By(by));
}
