using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>Tasks with their parts, what they wait for, who watches, where they stand, and many at once.</summary>
public sealed class TasksInFullTests(YardFixture fixture) : TaskActs(fixture)
{
    [Fact]
    public async Task Notes_time_spent_and_repeats_are_kept_and_what_is_left_out_stays()
    {
        var task = await Make("Bleed the brakes", minutes: 120);
        var changed = await Put("Ines", task, Fields(task, notes: "Use **DOT 4**", spent: 90, repeats: "FREQ=MONTHLY"));
        var again = await Put("Ines", changed, Fields(changed, state: "in-progress"));
        (again.GetProperty("spentMinutes").GetInt32(), again.GetProperty("repeats").GetString()).ShouldBe(
            (90, "FREQ=MONTHLY")
        );
        var detail = await Detail(task);
        detail.GetProperty("notesHtml").GetString()!.ShouldContain("<strong>DOT 4</strong>");
        detail
            .GetProperty("history")
            .EnumerateArray()
            .Select(h => h.GetProperty("what").GetString())
            .ShouldBe(["state", "repeats", "time spent", "notes"], ignoreOrder: true);
        (
            await Of("Ines")
                .Refused(
                    HttpMethod.Put,
                    $"/api/tasks/{Id(task)}",
                    Fields(again, repeats: "FREQ=SOMETIMES"),
                    $"\"{again.GetProperty("version").GetInt32()}\""
                )
        ).Words.ShouldContain("FREQ=WEEKLY;BYDAY=MO");
    }

    [Fact]
    public async Task A_pasted_list_becomes_parts_that_add_up_and_finish_their_whole()
    {
        var whole = await Make("Refit the galley");
        var parts = (
            await Of("Odalys")
                .Do(
                    HttpMethod.Post,
                    $"/api/tasks/{Id(whole)}/parts",
                    new { text = "- Take it out\n- Fit it\n  - bolts\n  - sealant\n- [x] Order it" }
                )
        )
            .EnumerateArray()
            .ToList();
        parts
            .Select(p => p.GetProperty("title").GetString())
            .ShouldBe(["Take it out", "Fit it", "bolts", "sealant", "Order it"]);
        var detail = await Detail(whole);
        detail
            .GetProperty("parts")
            .EnumerateArray()
            .Select(p => p.GetProperty("depth").GetInt32())
            .ShouldBe([0, 0, 1, 1, 0]);
        (
            detail.GetProperty("task").GetProperty("parts").GetProperty("done").GetInt32(),
            detail.GetProperty("task").GetProperty("percent").GetInt32()
        ).ShouldBe((1, 25));

        (await Of("Odalys").Refused(HttpMethod.Put, $"/api/tasks/{Id(whole)}/done")).Words.ShouldBe(
            "3 of its 4 parts are not done. Finish or drop them first: it is done when its parts are."
        );
        foreach (var n in new[] { 0, 2, 3 })
            await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(parts[n])}/done");
        (await Of("Odalys").Get($"/api/tasks/{Id(parts[1])}")).GetProperty("state").GetString().ShouldBe("done");
        (await Of("Odalys").Get($"/api/tasks/{Id(whole)}")).GetProperty("state").GetString().ShouldBe("done");
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/tasks/{Id(parts[3])}/done");
        (await Of("Odalys").Get($"/api/tasks/{Id(whole)}")).GetProperty("state").GetString().ShouldBe("needs-action");
    }

    [Fact]
    public async Task Parts_are_put_in_order_and_a_task_cannot_be_a_part_of_itself()
    {
        var whole = await Make("Order of parts");
        var parts = (
            await Of("Odalys").Do(HttpMethod.Post, $"/api/tasks/{Id(whole)}/parts", new { text = "one\ntwo\nthree" })
        )
            .EnumerateArray()
            .Select(Id)
            .ToList();
        await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{parts[2]}/place", Where(parent: Id(whole), after: null));
        await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/tasks/{parts[0]}/place", Where(parent: Id(whole), after: parts[1]));
        (await Detail(whole))
            .GetProperty("parts")
            .EnumerateArray()
            .Select(p => p.GetProperty("task").GetProperty("title").GetString())
            .ShouldBe(["three", "two", "one"]);
        (
            await Of("Odalys").Refused(HttpMethod.Put, $"/api/tasks/{Id(whole)}/place", Where(parent: parts[1]))
        ).Words.ShouldContain("a part of itself");
    }

    [Fact]
    public async Task A_task_waits_for_others_but_never_in_a_ring()
    {
        var (first, second) = (await Make("First"), await Make("Second"));
        var blocked = await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(second)}/blockers", new[] { Id(first) });
        blocked.GetProperty("blockedBy")[0].GetProperty("title").GetString().ShouldBe("First");
        (
            await Of("Odalys").Refused(HttpMethod.Put, $"/api/tasks/{Id(first)}/blockers", new[] { Id(second) })
        ).Words.ShouldContain("is already waiting for this one");
        var next = (await Of("Ines").Get("/api/tasks/next"))
            .EnumerateArray()
            .Single(n => n.GetProperty("task").GetGuid() == Id(second));
        (
            next.GetProperty("blocked").GetBoolean(),
            next.GetProperty("reason").GetString()!.StartsWith("Waits for “First”", StringComparison.Ordinal)
        ).ShouldBe((true, true));
        await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(first)}/done");
        (await Of("Ines").Get("/api/tasks/next"))
            .EnumerateArray()
            .Single(n => n.GetProperty("task").GetGuid() == Id(second))
            .GetProperty("blocked")
            .GetBoolean()
            .ShouldBeFalse();
    }

    [Fact]
    public async Task Shares_that_make_up_the_whole_finish_a_task()
    {
        var task = await Make("Carry the mast", more: [Person("Ines"), Person("Kit"), Person("Tobiah")]);
        var shared = await Put("Odalys", task, Fields(task, rule: "share", shares: [60, 40, 40]));
        var one = await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/done");
        (one.GetProperty("state").GetString(), one.GetProperty("percent").GetInt32()).ShouldBe(("in-progress", 60));
        (await Of("Kit").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/done"))
            .GetProperty("state")
            .GetString()
            .ShouldBe("done");
        shared.GetProperty("shares").EnumerateArray().Select(s => s.GetInt32()).ShouldBe([60, 40, 40]);
    }

    [Fact]
    public async Task A_private_task_is_its_makers_alone()
    {
        var task = await Make("Ask for a rise", "Odalys", isPrivate: true);
        (await Of("Tobiah").Refused(HttpMethod.Get, $"/api/tasks/{Id(task)}")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Tobiah").Get("/api/tasks/table?scope=all")).ToString().ShouldNotContain("Ask for a rise");
        (await Of("Odalys").Get("/api/tasks/table?scope=mine")).ToString().ShouldContain("Ask for a rise");
        (
            await Of("Odalys")
                .Refused(HttpMethod.Put, $"/api/tasks/{Id(task)}", Fields(task, owners: [Person("Ines")]), "\"1\"")
        ).Words.ShouldContain("only for whoever made it");
        var opened = await Put("Odalys", task, Fields(task, isPrivate: false));
        var made = await Make("Of the docket", docket: "J-1");
        (await Put("Odalys", made, Fields(made, owners: [Person("Odalys")], isPrivate: true)))
            .GetProperty("docket")
            .ValueKind.ShouldBe(JsonValueKind.Null);
        opened.GetProperty("private").GetBoolean().ShouldBeFalse();
    }

    [Fact]
    public async Task Who_watches_hears_of_it_and_what_is_said_about_a_task_is_for_those_who_see_it()
    {
        var task = await Make("Watch the tide", "Ines");
        (await Of("Kit").Refused(HttpMethod.Put, $"/api/tasks/{Id(task)}/watching")).Status.ShouldBe(
            HttpStatusCode.NotFound,
            "a task without a docket is for its maker and owners"
        );
        var open = await Make("Watch the moorings", "Ines", docket: "J-1");
        await Of("Tobiah").Do(HttpMethod.Put, $"/api/tasks/{Id(open)}/watching");
        await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(open)}/done");
        (await Of("Tobiah").Get("/api/alerts")).ToString().ShouldContain("a task you follow");

        var talk = await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/conversation");
        var conversation = Id(talk.GetProperty("conversation"));
        Id((await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/conversation")).GetProperty("conversation"))
            .ShouldBe(conversation);
        await Say(Of("Ines"), conversation, "It is high at noon");
        (await Of("Odalys").Get($"/api/conversations/{conversation}/entries")).ToString().ShouldContain("high at noon");
        (await Of("Tobiah").Refused(HttpMethod.Get, $"/api/conversations/{conversation}/entries")).Status.ShouldBe(
            HttpStatusCode.NotFound
        );
        (await Of("Odalys").Get("/api/alerts")).ToString().ShouldContain("high at noon");
    }

    [Fact]
    public async Task A_worklist_has_columns_of_its_own_and_what_is_put_into_its_last_is_done()
    {
        var (id, next, done) = (Guid.CreateVersion7(), Guid.CreateVersion7(), Guid.CreateVersion7());
        object[] columns =
        [
            new
            {
                id = next,
                name = "Next",
                most = 2,
                finishes = false,
            },
            new
            {
                id = done,
                name = "Finished",
                most = (int?)null,
                finishes = true,
            },
        ];
        var list = await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/worklists/{id}",
                new
                {
                    name = "Launch",
                    docket = "J-1",
                    columns,
                }
            );
        (list.GetProperty("whose").GetString(), list.GetProperty("version").GetInt32()).ShouldBe(("docket", 1));
        var (one, two) = (await Make("One", docket: "J-1"), await Make("Two", docket: "J-1"));
        await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(one)}/place", Where("J-1", worklist: id, column: next));
        await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(two)}/place", Where("J-1", worklist: id, column: next));
        var rows = (await Of("Ines").Get($"/api/tasks/table?scope=worklist&of={id}"))
            .GetProperty("rows")
            .EnumerateArray()
            .OrderBy(r => r.GetProperty("position").GetDouble())
            .Select(r => r.GetProperty("title").GetString());
        rows.ShouldBe(["Two", "One"]);
        (await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(one)}/place", Where("J-1", worklist: id, column: done)))
            .GetProperty("state")
            .GetString()
            .ShouldBe("done");
        (await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(one)}/place", Where("J-1", worklist: id, column: next)))
            .GetProperty("state")
            .GetString()
            .ShouldBe("needs-action");
        await Of("Tobiah").Do(HttpMethod.Put, $"/api/worklists/{id}", new { name = "Launch day", columns }, "\"1\"");
        (
            await Of("Ines").Refused(HttpMethod.Put, $"/api/worklists/{id}", new { name = "Mine", columns }, "\"1\"")
        ).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        var own = Guid.CreateVersion7();
        await Of("Ines")
            .Do(
                HttpMethod.Put,
                $"/api/worklists/{own}",
                new
                {
                    name = "Ines's own",
                    columns = new[]
                    {
                        new
                        {
                            id = Guid.CreateVersion7(),
                            name = "Only",
                            most = (int?)null,
                            finishes = false,
                        },
                    },
                }
            );
        (await Of("Odalys").Get("/api/worklists")).ToString().ShouldNotContain("Ines's own");
        await Of("Ines").Do(HttpMethod.Delete, $"/api/worklists/{own}");
    }

    [Fact]
    public async Task Many_are_changed_at_once_and_of_each_that_cannot_be_it_is_said_why()
    {
        var (one, two, whole) = (await Make("Many one"), await Make("Many two"), await Make("Many whole"));
        await Of("Odalys").Do(HttpMethod.Post, $"/api/tasks/{Id(whole)}/parts", new { text = "a part" });
        var outcomes = (
            await Of("Odalys")
                .Do(
                    HttpMethod.Post,
                    "/api/tasks/changes",
                    new
                    {
                        changes = new object[]
                        {
                            new
                            {
                                id = Id(one),
                                priority = "high",
                                due = "2026-04-20T16:00:00Z",
                                setDue = true,
                            },
                            new
                            {
                                id = Id(two),
                                version = 77,
                                state = "done",
                            },
                            new { id = Id(whole), state = "done" },
                            new { id = Yard.Tasks["J-2"].Value, state = "done" },
                        },
                    }
                )
        ).EnumerateArray().ToList();
        (
            outcomes[0].GetProperty("task").GetProperty("priority").GetString(),
            outcomes[0].GetProperty("problem").ValueKind
        ).ShouldBe(("high", JsonValueKind.Null));
        outcomes[1].GetProperty("problem").GetString().ShouldBe("Someone changed it since you opened it.");
        outcomes[2].GetProperty("problem").GetString()!.ShouldContain("1 of its 1 parts is not done");
        (outcomes[3].GetProperty("task").ValueKind, outcomes[3].GetProperty("problem").GetString()).ShouldBe(
            (JsonValueKind.Null, "There is no such task, or you cannot see it.")
        );
    }

    [Fact]
    public async Task Owners_are_added_to_many_without_those_they_have_being_lost_and_they_are_put_elsewhere()
    {
        var (one, two) = (await Make("Grease the winch"), await Make("Grease the other winch"));
        var list = Guid.CreateVersion7();
        var column = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/worklists/{list}",
                new { name = "Winches", columns = new[] { new { id = column, name = "To do" } } }
            );
        var before = Owners(one).Single();
        object Change(JsonElement task) =>
            new
            {
                id = Id(task),
                version = task.GetProperty("version").GetInt32(),
                addOwners = new[] { new { kind = "person", id = Yard.People["Tobiah"].Id.Value } },
                docket = (string?)null,
                setDocket = true,
                worklist = list,
                setWorklist = true,
            };
        var outcomes = (
            await Of("Odalys")
                .Do(HttpMethod.Post, "/api/tasks/changes", new { changes = new[] { Change(one), Change(two) } })
        )
            .EnumerateArray()
            .Select(o => o.GetProperty("task"))
            .ToList();
        Owners(outcomes[0]).ShouldBe([before, Yard.People["Tobiah"].Id.Value]);
        foreach (var task in outcomes)
        {
            task.GetProperty("docket").ValueKind.ShouldBe(JsonValueKind.Null);
            (task.GetProperty("worklist").GetGuid(), task.GetProperty("column").GetGuid()).ShouldBe((list, column));
        }

        static List<Guid> Owners(JsonElement task) =>
            [.. task.GetProperty("owners").EnumerateArray().Select(o => o.GetProperty("id").GetGuid())];
    }

    [Fact]
    public async Task A_place_that_somebody_else_changed_meanwhile_is_held_and_another_field_is_not()
    {
        var task = await Make("Sand the hatch");
        var list = Guid.CreateVersion7();
        Guid[] columns = [Guid.CreateVersion7(), Guid.CreateVersion7()];
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/worklists/{list}",
                new { name = "Hatch", columns = columns.Select((id, i) => new { id, name = $"Column {i}" }) }
            );
        object In(Guid column) =>
            new
            {
                worklist = list,
                column,
                changed = new[] { "worklist", "column", "after" },
            };
        var seen = $"\"{task.GetProperty("version").GetInt32()}\"";
        await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/place", In(columns[0]), seen);
        var (status, _) = await Of("Odalys")
            .Refused(HttpMethod.Put, $"/api/tasks/{Id(task)}/place", In(columns[1]), seen);
        status.ShouldBe(HttpStatusCode.PreconditionFailed);
        var moved = await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/tasks/{Id(task)}/place",
                new { docket = (string?)null, changed = new[] { "docket" } },
                seen
            );
        moved.GetProperty("docket").ValueKind.ShouldBe(JsonValueKind.Null);
        moved.GetProperty("column").GetGuid().ShouldBe(columns[0]);
    }

    [Fact]
    public async Task Views_are_named_and_shared_and_only_their_owner_takes_them_away()
    {
        var id = Guid.CreateVersion7();
        (
            await Of("Odalys")
                .Refused(HttpMethod.Put, $"/api/task-views/{id}", new { name = "Late ones", shared = true })
        ).Words.ShouldContain("“settings” is missing");
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/task-views/{id}",
                new
                {
                    name = "Late ones",
                    shared = true,
                    settings = new { way = "table" },
                }
            );
        (await Of("Kit").Get("/api/task-views"))
            .EnumerateArray()
            .Single(v => Id(v) == id)
            .GetProperty("mine")
            .GetBoolean()
            .ShouldBeFalse();
        (await Of("Kit").Refused(HttpMethod.Delete, $"/api/task-views/{id}")).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await Of("Kit")
                .Refused(
                    HttpMethod.Put,
                    $"/api/task-views/{id}",
                    new
                    {
                        name = "Mine now",
                        shared = false,
                        settings = new { },
                    }
                )
        ).Words.ShouldContain("Odalys");
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/task-views/{id}");
        (await Of("Odalys").Get("/api/task-views")).GetArrayLength().ShouldBe(0);
    }
}
