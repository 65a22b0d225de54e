using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.Tasks;

namespace Wrenlet.Formats.Tests.Tasks;

public class TaskCalendarTests
{
    private static readonly DateTimeZone Zone = DateTimeZoneProviders.Tzdb["Europe/Lisbon"];
    private static readonly Instant Now = Instant.FromUtc(2026, 4, 14, 7, 40);
    private static readonly Instant Due = Instant.FromUtc(2026, 4, 20, 16, 0);

    private static readonly CalendarTask Plain = new(
        "0198-plain",
        "Fit the pump",
        "",
        null,
        Due,
        Priority.Normal,
        TaskState.NeedsAction,
        0,
        null,
        [],
        null,
        null,
        null,
        null,
        Now,
        null,
        null
    );

    private static string Written(params CalendarTask[] tasks) => TaskCalendar.Write(tasks, [], "Work", Zone, Now);

    private static CalendarTask Again(CalendarTask task)
    {
        var (tasks, problems) = TaskCalendar.Read(Written(task), Zone);
        problems.ShouldBeEmpty();
        return tasks.ShouldHaveSingleItem();
    }

    private static (IReadOnlyList<CalendarTask> Tasks, IReadOnlyList<CalendarProblem> Problems) Read(
        params string[] lines
    ) =>
        TaskCalendar.Read(
            string.Join(
                "\r\n",
                ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//y//EN", .. lines, "END:VCALENDAR", ""]
            ),
            Zone
        );

    [Fact]
    public void All_that_a_task_says_comes_back()
    {
        var full = Plain with
        {
            Notes = "First line\nsecond, with a comma; and more",
            Start = Instant.FromUtc(2026, 4, 17, 8, 0),
            Priority = Priority.High,
            State = TaskState.InProgress,
            Percent = 40,
            Parent = "0198-whole",
            Remind = Duration.FromHours(2),
            Docket = "J-1042",
            Estimate = Duration.FromMinutes(90),
            Url = "http://127.0.0.1/tasks?task=1",
        };
        var back = Again(full);
        (back with { Skipped = full.Skipped }).ShouldBe(full);
        back.Skipped.ShouldBeEmpty();
    }

    [Theory]
    [InlineData(Priority.Critical)]
    [InlineData(Priority.High)]
    [InlineData(Priority.Normal)]
    [InlineData(Priority.Low)]
    public void Each_priority_comes_back(Priority priority) =>
        Again(Plain with { Priority = priority }).Priority.ShouldBe(priority);

    [Theory]
    [InlineData(TaskState.NeedsAction, "STATUS:NEEDS-ACTION")]
    [InlineData(TaskState.InProgress, "STATUS:IN-PROCESS")]
    [InlineData(TaskState.Waiting, "STATUS:IN-PROCESS")]
    [InlineData(TaskState.Done, "STATUS:COMPLETED")]
    [InlineData(TaskState.Dropped, "STATUS:CANCELLED")]
    public void Each_state_is_one_of_the_standard_and_comes_back(TaskState state, string status)
    {
        var task = Plain with { State = state, Finished = state is TaskState.Done ? Now : null };
        Written(task).ShouldContain(status);
        Again(task).State.ShouldBe(state);
    }

    [Fact]
    public void What_repeats_keeps_its_rule_its_time_of_day_and_what_is_left_out()
    {
        var weekly = Plain with { Repeats = "FREQ=WEEKLY;BYDAY=MO", Skipped = [new LocalDate(2026, 4, 27)] };
        var text = Written(weekly);
        text.ShouldContain("RRULE:FREQ=WEEKLY;BYDAY=MO");
        text.ShouldContain("DUE;TZID=Europe/Lisbon:20260420T170000");
        var back = Again(weekly);
        (back.Repeats, back.Due, back.Start).ShouldBe((weekly.Repeats, weekly.Due, null));
        back.Skipped.ShouldBe(weekly.Skipped);
    }

    [Fact]
    public void A_day_without_a_time_is_due_at_its_last_minute()
    {
        var task = Read("BEGIN:VTODO", "UID:1", "SUMMARY:Call", "DUE;VALUE=DATE:20260420", "END:VTODO")
            .Tasks.ShouldHaveSingleItem();
        task.Due.ShouldBe(new LocalDateTime(2026, 4, 20, 23, 59).InZoneStrictly(Zone).ToInstant());
    }

    [Fact]
    public void A_time_of_no_zone_is_the_firms()
    {
        var task = Read("BEGIN:VTODO", "UID:1", "SUMMARY:Call", "DUE:20260420T170000", "END:VTODO")
            .Tasks.ShouldHaveSingleItem();
        task.Due.ShouldBe(Due);
    }

    [Fact]
    public void What_is_completed_is_done_whatever_its_status_says()
    {
        var task = Read("BEGIN:VTODO", "UID:1", "SUMMARY:Call", "COMPLETED:20260414T070000Z", "END:VTODO")
            .Tasks.ShouldHaveSingleItem();
        (task.State, task.Finished).ShouldBe((TaskState.Done, Instant.FromUtc(2026, 4, 14, 7, 0)));
    }

    [Theory]
    [InlineData("PRIORITY:1", Priority.Critical)]
    [InlineData("PRIORITY:2", Priority.Critical)]
    [InlineData("PRIORITY:4", Priority.High)]
    [InlineData("PRIORITY:5", Priority.Normal)]
    [InlineData("PRIORITY:7", Priority.Low)]
    [InlineData("PRIORITY:0", Priority.Normal)]
    public void Priorities_of_other_programs_are_taken_to_the_nearest(string line, Priority expected) =>
        Read("BEGIN:VTODO", "UID:1", "SUMMARY:Call", line, "END:VTODO")
            .Tasks.ShouldHaveSingleItem()
            .Priority.ShouldBe(expected);

    [Fact]
    public void What_cannot_be_taken_is_said_one_by_one_and_the_rest_is_taken()
    {
        var (tasks, problems) = Read(
            "BEGIN:VTODO",
            "UID:1",
            "END:VTODO",
            "BEGIN:VTODO",
            "UID:2",
            "SUMMARY:" + new string('x', 301),
            "END:VTODO",
            "BEGIN:VTODO",
            "UID:3",
            "SUMMARY:Too often",
            "DTSTART:20260414T080000Z",
            "RRULE:FREQ=HOURLY",
            "END:VTODO",
            "BEGIN:VTODO",
            "UID:4",
            "SUMMARY:Good",
            "END:VTODO"
        );
        tasks.ShouldHaveSingleItem().Title.ShouldBe("Good");
        problems.Select(p => p.What.Split(',')[0]).ShouldBe(["task 1", "task 2", "task 3"]);
        problems[0].Why.ShouldContain("no title");
        problems[1].Why.ShouldContain("longer than 300");
        problems[2].Why.ShouldContain("FREQ=WEEKLY;BYDAY=MO");
    }

    [Theory]
    [InlineData("")]
    [InlineData("no calendar at all")]
    [InlineData("BEGIN:VCALENDAR\r\nBEGIN:VTODO\r\n")]
    public void What_is_no_calendar_is_refused_as_a_whole_or_has_no_tasks(string text)
    {
        var (tasks, problems) = TaskCalendar.Read(text, Zone);
        tasks.ShouldBeEmpty();
        if (problems.Count > 0)
            problems.ShouldHaveSingleItem().Why.ShouldContain("Export it again as iCalendar");
    }

    [Fact]
    public void Meetings_stand_beside_tasks_in_one_calendar_with_its_name()
    {
        var text = TaskCalendar.Write([Plain], Array.Empty<CalendarMeeting>(), "What I do", Zone, Now);
        text.ShouldContain("X-WR-CALNAME:What I do");
        text.ShouldContain("BEGIN:VTIMEZONE");
        text.ShouldContain("BEGIN:VTODO");
    }
}
