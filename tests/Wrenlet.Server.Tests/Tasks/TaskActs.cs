using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>What tests of tasks make and change tasks with.</summary>
public abstract class TaskActs(YardFixture fixture) : YardTests(fixture)
{
    protected object Person(string name) => new { kind = "person", id = Yard.People[name].Id.Value };

    protected async Task<JsonElement> Make(
        string title,
        string owner = "Ines",
        object[]? more = null,
        string? docket = null,
        Guid? parent = null,
        int? minutes = null,
        string? due = null,
        bool isPrivate = false,
        string? start = null
    ) =>
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title,
                    docket,
                    owners = more ?? [Person(owner)],
                    due,
                    start,
                    priority = "normal",
                    estimateMinutes = minutes,
                    parent,
                    @private = isPrivate,
                }
            );

    protected static object Fields(
        JsonElement task,
        object[]? owners = null,
        string? rule = null,
        string? state = null,
        string? notes = null,
        bool? isPrivate = null,
        int? spent = null,
        int?[]? shares = null,
        string? repeats = null
    ) =>
        new
        {
            title = task.GetProperty("title").GetString(),
            owners = owners
                ??
                [
                    .. task.GetProperty("owners")
                        .EnumerateArray()
                        .Select(o =>
                            (object)new { kind = o.GetProperty("kind").GetString(), id = o.GetProperty("id").GetGuid() }
                        ),
                ],
            due = task.GetProperty("due").ValueKind is JsonValueKind.Null ? null : task.GetProperty("due").GetString(),
            priority = task.GetProperty("priority").GetString(),
            estimateMinutes = task.GetProperty("estimateMinutes").ValueKind is JsonValueKind.Null
                ? (int?)null
                : task.GetProperty("estimateMinutes").GetInt32(),
            state = state ?? task.GetProperty("state").GetString(),
            rule = rule ?? task.GetProperty("rule").GetString(),
            notes,
            @private = isPrivate,
            spentMinutes = spent,
            shares,
            repeats,
        };

    protected Task<JsonElement> Put(string who, JsonElement task, object fields) =>
        Of(who).Do(HttpMethod.Put, $"/api/tasks/{Id(task)}", fields, $"\"{task.GetProperty("version").GetInt32()}\"");

    /// <summary>What is forecast, once it is of now: where a new one takes long, the one before comes first.</summary>
    protected async Task<JsonElement> WhenMade(string who, string path)
    {
        var view = default(JsonElement);
        await Waiting.Until(
            async () =>
            {
                view = await Of(who).Get(path);
                return !view.GetProperty("beingMade").GetBoolean();
            },
            seconds: 60
        );
        return view;
    }

    protected Task<JsonElement> Detail(JsonElement task, string who = "Odalys") =>
        Of(who).Get($"/api/tasks/{Id(task)}/detail");

    protected static object Where(
        string? docket = null,
        Guid? parent = null,
        Guid? worklist = null,
        Guid? column = null,
        Guid? after = null,
        Guid? gateStage = null
    ) =>
        new
        {
            docket,
            gateStage,
            parent,
            worklist,
            column,
            after,
        };
}
