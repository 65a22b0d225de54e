using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Flow.Templates;

/// <summary>What a template may be, what it makes in a docket, and how a docket becomes a template.</summary>
public class TemplateTests
{
    private static readonly Kind Job = YardKinds.Job;
    private static readonly MilestoneId Launch = Job.Milestones[0].Id;
    private static readonly PersonId Odalys = Yard.Named("Odalys").Id;
    private static readonly PersonId Kit = Yard.Named("Kit").Id;

    private static TemplateTask Task(
        string title,
        TemplateDate? due = null,
        TemplateTask? parent = null,
        StageId? gate = null,
        ImmutableArray<TemplateOwner> owners = default,
        params TemplateTask[] after
    ) =>
        new(
            new TemplateTaskId(Guid.CreateVersion7()),
            title,
            "",
            parent?.Id,
            owners.IsDefault ? [] : owners,
            CompletionRule.Any,
            Priority.Normal,
            null,
            due,
            null,
            gate,
            [.. after.Select(a => a.Id)]
        );

    private static Template Of(params TemplateTask[] tasks) =>
        new(new TemplateId(Guid.CreateVersion7()), Job.Id, "Refit", "", "", null, [.. tasks], []);

    private static LayingPlace Place(string at = "2026-04-14T08:40", StageId? stage = null) =>
        new(Yard.At(at), Kit, Odalys, stage, ImmutableDictionary<MilestoneId, Instant>.Empty, _ => true);

    private static TemplateDate After(int offset, DateUnit unit = DateUnit.WorkingDays) =>
        new(new DateOrigin.Start(), offset, unit);

    [Theory]
    [InlineData(0, DateUnit.WorkingDays, "2026-04-14T17:00")]
    [InlineData(2, DateUnit.WorkingDays, "2026-04-16T17:00")]
    [InlineData(4, DateUnit.WorkingDays, "2026-04-20T17:00")]
    [InlineData(-2, DateUnit.WorkingDays, "2026-04-10T17:00")]
    // Saturday and a holiday give way: forwards after the start, backwards before it.
    [InlineData(4, DateUnit.Days, "2026-04-20T17:00")]
    [InlineData(17, DateUnit.Days, "2026-05-04T17:00")]
    [InlineData(-3, DateUnit.Days, "2026-04-10T17:00")]
    [InlineData(2, DateUnit.Weeks, "2026-04-28T17:00")]
    [InlineData(1, DateUnit.Months, "2026-05-14T17:00")]
    public void A_date_is_counted_from_the_start_and_falls_on_a_working_day(
        int offset,
        DateUnit unit,
        string expected
    ) =>
        Yard.Local(After(offset, unit).When(Yard.At("2026-04-14T08:40"), starts: false, Yard.Hours)).ShouldBe(expected);

    [Fact]
    public void A_start_is_when_work_begins_and_a_time_of_day_is_kept()
    {
        var start = Yard.At("2026-04-14T08:40");
        Yard.Local(After(1).When(start, starts: true, Yard.Hours)).ShouldBe("2026-04-15T08:00");
        Yard.Local((After(1) with { Time = new LocalTime(14, 30) }).When(start, starts: false, Yard.Hours))
            .ShouldBe("2026-04-15T14:30");
        // What is wanted by a milestone itself is wanted by its own hour.
        var by = new TemplateDate(new DateOrigin.OfMilestone(Launch), 0, DateUnit.WorkingDays);
        Yard.Local(by.When(Yard.At("2026-04-28T10:30"), starts: false, Yard.Hours)).ShouldBe("2026-04-28T10:30");
    }

    [Theory]
    [InlineData(-2, "2 working days before launch")]
    [InlineData(1, "1 working day after launch")]
    [InlineData(0, "by launch")]
    public void A_date_says_in_words_what_it_is_counted_from(int offset, string words) =>
        new TemplateDate(new DateOrigin.OfMilestone(Launch), offset, DateUnit.WorkingDays).Words(Job).ShouldBe(words);

    [Fact]
    public void Dates_from_a_milestone_or_a_stage_wait_until_those_are_known()
    {
        var before = Task("Rig", new(new DateOrigin.OfMilestone(Launch), -2, DateUnit.WorkingDays));
        var entering = Task("Invoice", new(new DateOrigin.OfStage(Job.At(3)), 1, DateUnit.WorkingDays));
        var laid = Laying.Of(Of(before, entering), Job, Place(), Yard.Hours);
        laid.Tasks.Select(t => t.Due!.Value.At).ShouldBe([null, null]);
        laid.Tasks[1].Due!.Value.Reason.ShouldBe("1 working day after it enters Work");

        var known = Place(stage: Job.At(3)) with
        {
            Milestones = new Dictionary<MilestoneId, Instant> { [Launch] = Yard.At("2026-04-28T10:30") },
        };
        Laying
            .Of(Of(before, entering), Job, known, Yard.Hours)
            .Tasks.Select(t => Yard.Local(t.Due!.Value.At!.Value))
            .ShouldBe(["2026-04-24T17:00", "2026-04-15T17:00"]);
    }

    [Fact]
    public void Owners_are_found_by_role_and_whoever_cannot_own_it_is_left_out()
    {
        var task = Task(
            "Plan",
            owners:
            [
                new TemplateOwner.DocketOwner(),
                new TemplateOwner.User(),
                new TemplateOwner.OfCrew(Yard.Crews[0].Id),
                new TemplateOwner.OfPerson(Odalys),
            ]
        );
        TaskOwner[] all =
        [
            new TaskOwner.OfPerson(Odalys),
            new TaskOwner.OfPerson(Kit),
            new TaskOwner.OfCrew(Yard.Crews[0].Id),
        ];
        Laying.Of(Of(task), Job, Place(), Yard.Hours).Tasks[0].Owners.ShouldBe(all);
        var blind = Place() with { MayOwn = p => p != Kit };
        Laying.Of(Of(task), Job, blind, Yard.Hours).Tasks[0].Owners.ShouldBe([all[0], all[2]]);
    }

    [Fact]
    public void What_a_docket_has_already_is_not_made_again()
    {
        var (first, second, third) = (Task("Survey the hull"), Task("Quote"), Task("Launch her"));
        var template = Of(first, second, third) with
        {
            Sheets = [new TemplateSheet(Guid.CreateVersion7(), SheetKind.Page, "Report", "# Report")],
        };
        var place = Place() with
        {
            Made = new HashSet<TemplateTaskId> { first.Id },
            Titles = ["  quote"],
            SheetNames = ["report"],
        };
        var laid = Laying.Of(template, Job, place, Yard.Hours);
        laid.Tasks.Select(t => t.There).ShouldBe([true, true, false]);
        laid.Sheets[0].There.ShouldBeTrue();
        laid.NothingNew.ShouldBeFalse();
    }

    [Fact]
    public void A_template_says_what_is_wrong_with_it()
    {
        var (a, b) = (Task("A"), Task("B"));
        string? Wrong(Template template, params Template[] others) => TemplateRules.Wrong(template, Job, others)?.Words;
        Wrong(Of(a, b)).ShouldBeNull();
        TemplateRules.Wrong(Of(a), null, [])!.Value.Part.ShouldBe("kind");
        Wrong(Of(a) with { Name = " " }).ShouldBe("Give the template a name.");
        Wrong(Of(a), Of(b)).ShouldNotBeNull().ShouldContain("a template named Refit already");
        Wrong(Of(Task(" "))).ShouldNotBeNull().ShouldContain("needs a title");
        Wrong(Of(Task("Part", parent: a), a)).ShouldNotBeNull().ShouldContain("does not come before it");
        Wrong(Of(a with { After = [b.Id] }, b with { After = [a.Id] }))
            .ShouldNotBeNull()
            .ShouldContain("neither could start");
        Wrong(Of(a with { After = [b.Id] })).ShouldNotBeNull().ShouldContain("not in the template");
        Wrong(Of(Task("Gate", gate: YardKinds.Ticket.At(1))))
            .ShouldNotBeNull()
            .ShouldContain("a stage that Jobs do not have");
        Wrong(Of(Task("Far", After(2000)))).ShouldNotBeNull().ShouldContain("too far away");
        var sheet = new TemplateSheet(Guid.CreateVersion7(), SheetKind.Table, "Readings", "a,b");
        Wrong(Of(a) with { Sheets = [sheet, sheet with { Id = Guid.CreateVersion7() }] })
            .ShouldNotBeNull()
            .ShouldContain("two sheets");
        Wrong(Of(a) with { Sheets = [sheet with { Kind = SheetKind.Drawing }] })
            .ShouldNotBeNull()
            .ShouldContain("has no file yet");
        Wrong(Of(a) with { Sheets = [sheet with { Body = " " }] }).ShouldNotBeNull().ShouldContain("is empty");
    }

    [Fact]
    public void What_a_kind_no_longer_has_is_left_out_of_its_templates()
    {
        var task = Task("Rig", new(new DateOrigin.OfMilestone(Launch), -2, DateUnit.WorkingDays), gate: Job.At(4));
        var smaller = Job with
        {
            AllStages = [.. Job.AllStages.Select(s => s.Id == Job.At(4) ? s with { Retired = true } : s)],
            Milestones = [],
        };
        var fitting = TemplateRules.Fitting(Of(task), smaller).Tasks[0];
        (fitting.Due, fitting.Gate).ShouldBe((null, null));
        TemplateRules.Fitting(Of(task), Job).Tasks[0].ShouldBe(task);
    }

    [Fact]
    public void A_docket_becomes_a_template_with_dates_by_what_is_nearest()
    {
        var whole = Some.Task("Rig") with
        {
            Due = Yard.At("2026-04-24T17:00"),
            Owners = [new OwnerShare(new TaskOwner.OfPerson(Odalys), true)],
        };
        var part = Some.Task("Fit the forestay") with { Parent = whole.Id, Due = Yard.At("2026-04-15T11:00") };
        var dropped = Some.Task("Paint", TaskState.Dropped);
        var secret = Some.Task("Look for another job") with { Private = true };
        var later = Some.Task("Run her") with
        {
            BlockedBy = [new Blocker(whole.Id, whole.Title, true), new Blocker(dropped.Id, "", true)],
        };
        var made = Patterning.Of(
            [part, whole, dropped, secret, later],
            Odalys,
            Yard.At("2026-04-14T08:40"),
            [new Milestone("launch", Yard.At("2026-04-28T10:30"), Launch)],
            Yard.Hours,
            Guid.CreateVersion7
        );
        made.Select(t => t.Title).ShouldBe(["Rig", "Fit the forestay", "Run her"]);
        made[1].Parent.ShouldBe(made[0].Id);
        made[2].After.ShouldBe([made[0].Id]);
        made[0].Owners.ShouldBe([new TemplateOwner.DocketOwner()]);
        made[0].Due.ShouldBe(new TemplateDate(new DateOrigin.OfMilestone(Launch), -2, DateUnit.WorkingDays));
        made[1].Due.ShouldBe(new TemplateDate(new DateOrigin.Start(), 1, DateUnit.WorkingDays, new LocalTime(11, 0)));
        // Used on the same day with the same launch, it gives the same dates.
        var place = Place() with
        {
            Milestones = new Dictionary<MilestoneId, Instant> { [Launch] = Yard.At("2026-04-28T10:30") },
        };
        Laying
            .Of(Of([.. made]), Job, place, Yard.Hours)
            .Tasks.Select(t => t.Due?.At)
            .ShouldBe([whole.Due, part.Due, null]);
    }

    [Fact]
    public void A_date_follows_its_milestone_until_somebody_sets_it_by_hand()
    {
        var task = Some.Task("Rig") with { Due = Yard.At("2026-04-24T17:00") };
        var following = new FollowingDate(
            task.Id,
            Starts: false,
            new(new DateOrigin.OfMilestone(Launch), -2, DateUnit.WorkingDays),
            task.Due
        );
        Yard.Local(following.Follow(task, Yard.At("2026-05-05T10:30"), Yard.Hours)!.Due!.Value)
            .ShouldBe("2026-04-30T17:00");
        following.Follow(task, null, Yard.Hours)!.Due.ShouldBeNull();
        following.Follow(task, Yard.At("2026-04-28T09:00"), Yard.Hours).ShouldBeNull();
        following
            .Follow(task with { Due = Yard.At("2026-04-23T12:00") }, Yard.At("2026-05-05T10:30"), Yard.Hours)
            .ShouldBeNull();
        following.Follow(task with { State = TaskState.Done }, Yard.At("2026-05-05T10:30"), Yard.Hours).ShouldBeNull();
    }

    [Fact]
    public void A_docket_that_recurs_is_made_once_for_all_days_that_went_by()
    {
        var day = new LocalDate(2026, 4, 6);
        var weekly = new RecurringDocket(
            new RecurringId(Guid.CreateVersion7()),
            new TemplateId(Guid.CreateVersion7()),
            "Service",
            "",
            null,
            null,
            null,
            "FREQ=WEEKLY",
            day,
            day,
            PartyHears.Nothing,
            null,
            Odalys,
            false
        );
        LocalDate? Next(LocalDate after) => after.PlusWeeks(1);
        weekly.DueOn(new(2026, 4, 5), Next).ShouldBeNull();
        weekly.DueOn(day, Next).ShouldBe((day, new LocalDate(2026, 4, 13)));
        weekly.DueOn(new(2026, 4, 21), Next).ShouldBe((new LocalDate(2026, 4, 20), new LocalDate(2026, 4, 27)));
        (weekly with { Paused = true }).DueOn(new(2026, 4, 21), Next).ShouldBeNull();
        weekly.DueOn(day, _ => null).ShouldBe((day, null));
    }

    [Fact]
    public void A_docket_that_recurs_says_what_it_still_needs()
    {
        var template = Of(Task("A"));
        var recurring = new RecurringDocket(
            new RecurringId(Guid.CreateVersion7()),
            template.Id,
            "Service",
            "",
            null,
            null,
            null,
            "FREQ=YEARLY",
            new LocalDate(2026, 5, 4),
            new LocalDate(2026, 5, 4),
            PartyHears.Nothing,
            null,
            Odalys,
            false
        );
        recurring.Wrong(template).ShouldBeNull();
        recurring.Wrong(template with { Retired = true }).ShouldNotBeNull().ShouldContain("no such template");
        (recurring with { Subject = "" }).Wrong(template).ShouldNotBeNull().ShouldContain("Write a subject");
        var told = recurring with { Hears = PartyHears.Told };
        told.Wrong(template).ShouldNotBeNull().ShouldContain("Choose the customer");
        (told with { Party = new PartyId(Guid.CreateVersion7()) })
            .Wrong(template)
            .ShouldNotBeNull()
            .ShouldContain("stock reply");
    }
}
