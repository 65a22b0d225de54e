using NodaTime;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>What people say behind a request to say when, and what it comes to on Tuesday 14 April 2026 at 8:40.</summary>
public sealed class SaidTimesTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData("an hour from now", "04-14T09:40", "-", "-")]
    [InlineData("two hours from now", "04-14T10:40", "-", "-")]
    [InlineData("a fortnight from tomorrow", "04-29T17:00", "-", "-")]
    [InlineData("Friday of next week", "04-24T17:00", "-", "-")]
    [InlineData("on the Friday of next week", "04-24T17:00", "-", "-")]
    [InlineData("tomorrow week", "04-22T17:00", "-", "-")]
    [InlineData("today week", "04-21T17:00", "-", "-")]
    [InlineData("the week after next", "04-30T17:00", "-", "-")]
    [InlineData("in a day or two", "04-16T17:00", "-", "-")]
    [InlineData("in a few days", "04-17T17:00", "-", "-")]
    [InlineData("in three quarters of an hour", "04-14T09:25", "-", "-")]
    [InlineData("inside a week", "04-21T17:00", "-", "-")]
    [InlineData("late in May", "05-29T17:00", "-", "-")]
    [InlineData("on the last day of the month", "04-30T17:00", "-", "-")]
    [InlineData("on April the 24th", "04-24T17:00", "-", "-")]
    [InlineData("by the twenty-fourth", "04-24T17:00", "-", "-")]
    [InlineData("by the twenty fourth of April", "04-24T17:00", "-", "-")]
    [InlineData("by the fifth", "05-05T17:00", "-", "-")]
    [InlineData("by 3ish", "04-14T15:00", "-", "-")]
    [InlineData("Monday through Wednesday", "04-22T17:00", "04-20T08:00", "-")]
    [InlineData("Monday-Wednesday", "04-22T17:00", "04-20T08:00", "-")]
    [InlineData("next weekend", "04-25T17:00", "-", "-")]
    [InlineData("on the day of the launch", "04-28T17:00", "-", "-")]
    [InlineData("Mondays and Fridays", "04-17T17:00", "-", "FREQ=WEEKLY;BYDAY=MO,FR")]
    [InlineData("biweekly", "04-28T17:00", "-", "FREQ=WEEKLY;INTERVAL=2")]
    [InlineData("annually on 1 May", "05-01T17:00", "-", "FREQ=YEARLY")]
    [InlineData("every year in May", "05-29T17:00", "-", "FREQ=YEARLY")]
    [InlineData("on alternate Tuesdays", "04-14T17:00", "-", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TU")]
    [InlineData("latest by Friday", "04-17T17:00", "-", "-")]
    [InlineData("before the end of Friday", "04-17T17:00", "-", "-")]
    [InlineData("Friday a.m.", "04-17T12:00", "-", "-")]
    [InlineData("on the 24th or 25th", "04-25T17:00", "-", "-")]
    [InlineData("either on the 24th or the 25th", "04-25T17:00", "-", "-")]
    [InlineData("on the 21st (Tuesday)", "04-21T17:00", "-", "-")]
    [InlineData("on Thursday (16th)", "04-16T17:00", "-", "-")]
    [InlineData("in 2 wks", "04-28T17:00", "-", "-")]
    [InlineData("in 45 minutes' time", "04-14T09:25", "-", "-")]
    [InlineData("over lunch", "04-14T12:00", "-", "-")]
    [InlineData("from tomorrow morning", "-", "04-15T08:00", "-")]
    [InlineData("with effect from Monday", "-", "04-20T08:00", "-")]
    [InlineData("Monday onwards", "-", "04-20T08:00", "-")]
    [InlineData("Monday at the earliest", "-", "04-20T08:00", "-")]
    [InlineData("at the earliest on Monday", "-", "04-20T08:00", "-")]
    [InlineData("by month's end", "04-30T17:00", "-", "-")]
    [InlineData("by the end of the quarter", "06-30T17:00", "-", "-")]
    [InlineData("by the end of the year", "12-31T17:00", "-", "-")]
    [InlineData("by year end", "12-31T17:00", "-", "-")]
    [InlineData("an hour after the launch", "04-28T11:30", "-", "-")]
    [InlineData("the Friday before the launch", "04-24T17:00", "-", "-")]
    [InlineData("the Monday after the launch", "05-04T17:00", "-", "-")]
    [InlineData("on launch day", "04-28T17:00", "-", "-")]
    [InlineData("Monday to Wednesday", "04-22T17:00", "04-20T08:00", "-")]
    [InlineData("Mon-Wed", "04-22T17:00", "04-20T08:00", "-")]
    [InlineData("20-24 April", "04-24T17:00", "04-20T08:00", "-")]
    [InlineData("20th to 24th of April", "04-24T17:00", "04-20T08:00", "-")]
    [InlineData("any day before Friday", "04-16T17:00", "-", "-")]
    [InlineData("late on Friday", "04-17T17:00", "-", "-")]
    [InlineData("late this afternoon", "04-14T17:00", "-", "-")]
    [InlineData("mid-morning", "04-14T10:00", "-", "-")]
    [InlineData("mid-afternoon tomorrow", "04-15T15:00", "-", "-")]
    [InlineData("at three thirty", "04-14T15:30", "-", "-")]
    [InlineData("at ten fifteen", "04-14T10:15", "-", "-")]
    [InlineData("at nine forty-five", "04-14T09:45", "-", "-")]
    [InlineData("within the day", "04-14T17:00", "-", "-")]
    [InlineData("within the week", "04-17T17:00", "-", "-")]
    [InlineData("within this week", "04-17T17:00", "-", "-")]
    [InlineData("within the month", "04-30T17:00", "-", "-")]
    [InlineData("within the next fortnight", "04-28T17:00", "-", "-")]
    [InlineData("the following Monday", "04-20T17:00", "-", "-")]
    [InlineData("on Monday next", "04-20T17:00", "-", "-")]
    [InlineData("next week Monday", "04-20T17:00", "-", "-")]
    [InlineData("every half year", "10-14T17:00", "-", "FREQ=MONTHLY;INTERVAL=6")]
    [InlineData("every Monday to Friday", "04-14T17:00", "-", "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR")]
    [InlineData("every day except Sunday", "04-14T17:00", "-", "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR,SA")]
    [InlineData("weekly, on Monday", "04-20T17:00", "-", "FREQ=WEEKLY;BYDAY=MO")]
    [InlineData("weekly every Monday", "04-20T17:00", "-", "FREQ=WEEKLY;BYDAY=MO")]
    [InlineData("on the first of the month", "05-01T17:00", "-", "-")]
    [InlineData("every week by Friday", "04-17T17:00", "-", "FREQ=WEEKLY;BYDAY=FR")]
    [InlineData("every first Monday", "05-04T17:00", "-", "FREQ=MONTHLY;BYDAY=1MO")]
    [InlineData("every 1 May", "05-01T17:00", "-", "FREQ=YEARLY")]
    [InlineData("every year on 1 May", "05-01T17:00", "-", "FREQ=YEARLY")]
    [InlineData("every fortnight on Thursday", "04-16T17:00", "-", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TH")]
    [InlineData("every fourth Thursday", "04-16T17:00", "-", "FREQ=WEEKLY;INTERVAL=4;BYDAY=TH")]
    [InlineData("Tuesdays", "04-14T17:00", "-", "FREQ=WEEKLY;BYDAY=TU")]
    [InlineData("Tuesdays at 10", "04-14T10:00", "-", "FREQ=WEEKLY;BYDAY=TU")]
    [InlineData("Tuesdays and Thursdays at 10", "04-14T10:00", "-", "FREQ=WEEKLY;BYDAY=TU,TH")]
    [InlineData("each Tuesday starting next week", "04-21T17:00", "-", "FREQ=WEEKLY;BYDAY=TU")]
    [InlineData("once every two weeks", "04-28T17:00", "-", "FREQ=WEEKLY;INTERVAL=2")]
    [InlineData("once a quarter", "07-14T17:00", "-", "FREQ=MONTHLY;INTERVAL=3")]
    [InlineData("early on Friday", "04-17T17:00", "-", "-")]
    [InlineData("early tomorrow", "04-15T17:00", "-", "-")]
    [InlineData("every month's end", "04-30T17:00", "-", "FREQ=MONTHLY;BYMONTHDAY=-1")]
    [InlineData("the 15th of this month", "04-15T17:00", "-", "-")]
    [InlineData("on the 3rd of next month", "05-03T17:00", "-", "-")]
    public void A_time_is_understood_and_no_word_of_it_is_left(string said, string due, string start, string repeats)
    {
        var draft = Reader
            .Read($"Kit, wash the van {said}", Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt")
            .ShouldHaveSingleItem();
        draft.Title.Value.ShouldBe("Wash the van");
        (Shown(draft.Due), Shown(draft.Start), draft.Repeats?.Value ?? "-").ShouldBe((due, start, repeats));
    }

    [Theory]
    [InlineData("stay late on Friday", "Stay late")]
    [InlineData("shut the office half an hour early on Friday", "Shut the office half an hour early")]
    public void What_is_said_of_the_work_stays_in_its_title(string said, string title) =>
        Reader
            .Read($"Kit, {said}", Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt")
            .ShouldHaveSingleItem()
            .Title.Value.ShouldBe(title);

    [Theory]
    [InlineData("in 99999999 weeks")]
    [InlineData("every 99999999 years")]
    [InlineData("in 99999999 hours")]
    public void What_is_past_all_calendars_is_no_time(string said) =>
        Reader
            .Read($"Kit, wash the van {said}", Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt")
            .ShouldHaveSingleItem()
            .Due.ShouldBeNull();

    private static string Shown(Reading<Instant>? moment) => moment is null ? "-" : Yard.Local(moment.Value)[5..];
}
