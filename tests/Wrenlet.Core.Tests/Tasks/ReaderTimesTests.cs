using System.Globalization;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// Each way of saying when is understood in each form of sentence: behind a verb, ahead of all, after a dash, in a heading.
/// </summary>
public class ReaderTimesTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    /// <summary>Sentences with a place for the time, as it is written there or with a capital, and the task they give.</summary>
    private static readonly (string Form, string Owner, string Title)[] Forms =
    [
        ("@Kit count the ropes {0}", "Kit", "Count the ropes"),
        ("{1}, please count the ropes, Kit", "Kit", "Count the ropes"),
        ("Kit, {0}: count the ropes", "Kit", "Count the ropes"),
        ("Kit, could you count the ropes {0}?", "Kit", "Count the ropes"),
        ("Count the ropes {0}, thank you Kit", "Kit", "Count the ropes"),
        ("I'll count the ropes {0}", "Odalys", "Count the ropes"),
        ("The ropes need counting {0}, Kit", "Kit", "Count the ropes"),
        ("@Kit the ropes, {0}", "Kit", "The ropes"),
        ("Would somebody count the ropes {0}", "-", "Count the ropes"),
        ("Kit to count the ropes {0}", "Kit", "Count the ropes"),
        ("{1}, Kit, count the ropes for Benedikta", "Kit", "Count the ropes for Benedikta"),
        ("We must count the ropes {0}", "-", "Count the ropes"),
        ("Kit will count the ropes {0} and tell Ines", "Kit", "Count the ropes and tell Ines"),
        ("To do {0}:\n- Kit: count the ropes", "Kit", "Count the ropes"),
        ("Kit, the ropes are a mess. Could you please count them {0}", "Kit", "Count the ropes"),
        ("Kit - ropes - {0}", "Kit", "Ropes"),
    ];

    [Theory]
    [InlineData("by Wednesday", "2026-04-15T17:00", "-", "-")]
    [InlineData("on Friday", "2026-04-17T17:00", "-", "-")]
    [InlineData("Friday", "2026-04-17T17:00", "-", "-")]
    [InlineData("today", "2026-04-14T17:00", "-", "-")]
    [InlineData("by end of day", "2026-04-14T17:00", "-", "-")]
    [InlineData("by close of business", "2026-04-14T17:00", "-", "-")]
    [InlineData("by end of play", "2026-04-14T17:00", "-", "-")]
    [InlineData("before Friday", "2026-04-16T17:00", "-", "-")]
    [InlineData("before 5 May", "2026-05-04T17:00", "-", "-")]
    [InlineData("next Friday", "2026-04-24T17:00", "-", "-")]
    [InlineData("on Friday next week", "2026-04-24T17:00", "-", "-")]
    [InlineData("Friday week", "2026-04-24T17:00", "-", "-")]
    [InlineData("a week on Friday", "2026-04-24T17:00", "-", "-")]
    [InlineData("a fortnight on Friday", "2026-05-01T17:00", "-", "-")]
    [InlineData("no later than Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("for Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("by the end of the week", "2026-04-17T17:00", "-", "-")]
    [InlineData("by the weekend", "2026-04-17T17:00", "-", "-")]
    [InlineData("by the end of next week", "2026-04-24T17:00", "-", "-")]
    [InlineData("by the end of the month", "2026-04-30T17:00", "-", "-")]
    [InlineData("by the end of May", "2026-05-29T17:00", "-", "-")]
    [InlineData("tomorrow morning", "2026-04-15T12:00", "-", "-")]
    [InlineData("tomorrow afternoon", "2026-04-15T17:00", "-", "-")]
    [InlineData("tomorrow evening", "2026-04-15T20:00", "-", "-")]
    [InlineData("tonight", "2026-04-14T20:00", "-", "-")]
    [InlineData("first thing tomorrow", "2026-04-15T08:00", "-", "-")]
    [InlineData("by noon", "2026-04-14T12:00", "-", "-")]
    [InlineData("by lunch", "2026-04-14T12:00", "-", "-")]
    [InlineData("in 30 minutes", "2026-04-14T09:10", "-", "-")]
    [InlineData("within 2 hours", "2026-04-14T10:40", "-", "-")]
    [InlineData("in 5 working hours", "2026-04-14T13:40", "-", "-")]
    [InlineData("in 3 days", "2026-04-17T17:00", "-", "-")]
    [InlineData("in two weeks", "2026-04-28T17:00", "-", "-")]
    [InlineData("in a fortnight", "2026-04-28T17:00", "-", "-")]
    [InlineData("in 3 working days", "2026-04-17T17:00", "-", "-")]
    [InlineData("the next working day", "2026-04-15T17:00", "-", "-")]
    [InlineData("by the 22nd", "2026-04-22T17:00", "-", "-")]
    [InlineData("on 12 May", "2026-05-12T17:00", "-", "-")]
    [InlineData("by May 12th", "2026-05-12T17:00", "-", "-")]
    [InlineData("by 12/5", "2026-05-12T17:00", "-", "-")]
    [InlineData("by 2026-05-12", "2026-05-12T17:00", "-", "-")]
    [InlineData("by 3pm", "2026-04-14T15:00", "-", "-")]
    [InlineData("at 15:00", "2026-04-14T15:00", "-", "-")]
    [InlineData("at 3", "2026-04-14T15:00", "-", "-")]
    [InlineData("at half past two", "2026-04-14T14:30", "-", "-")]
    [InlineData("at quarter to four", "2026-04-14T15:45", "-", "-")]
    [InlineData("on Thursday at noon", "2026-04-16T12:00", "-", "-")]
    [InlineData("tomorrow by 10", "2026-04-15T10:00", "-", "-")]
    [InlineData("between Wednesday and Friday", "2026-04-17T17:00", "2026-04-15T08:00", "-")]
    [InlineData("from Thursday", "-", "2026-04-16T08:00", "-")]
    [InlineData("not before Thursday", "-", "2026-04-16T08:00", "-")]
    [InlineData("before the launch", "2026-04-28T10:30", "-", "-")]
    [InlineData("after the launch", "-", "2026-04-28T10:30", "-")]
    [InlineData("two days before the launch", "2026-04-26T17:00", "-", "-")]
    [InlineData("every Monday", "2026-04-20T17:00", "-", "FREQ=WEEKLY;BYDAY=MO")]
    [InlineData("daily", "2026-04-14T17:00", "-", "FREQ=DAILY")]
    [InlineData("every day", "2026-04-14T17:00", "-", "FREQ=DAILY")]
    [InlineData("every two weeks", "2026-04-28T17:00", "-", "FREQ=WEEKLY;INTERVAL=2")]
    [InlineData("weekly", "2026-04-21T17:00", "-", "FREQ=WEEKLY")]
    [InlineData("by Wednesday, no, Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("before noon", "2026-04-14T12:00", "-", "-")]
    [InlineData("before 3pm", "2026-04-14T15:00", "-", "-")]
    [InlineData("within the hour", "2026-04-14T09:40", "-", "-")]
    [InlineData("within 48h", "2026-04-16T08:40", "-", "-")]
    [InlineData("on Wednesday or else Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("by Friday or Monday", "2026-04-20T17:00", "-", "-")]
    [InlineData("mid-week", "2026-04-15T17:00", "-", "-")]
    [InlineData("in the week of 4 May", "2026-05-08T17:00", "-", "-")]
    [InlineData("the week of 4 May", "2026-05-08T17:00", "-", "-")]
    [InlineData("this weekend", "2026-04-18T17:00", "-", "-")]
    [InlineData("at the weekend", "2026-04-18T17:00", "-", "-")]
    [InlineData("on weekdays", "2026-04-14T17:00", "-", "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR")]
    [InlineData("monthly", "2026-05-14T17:00", "-", "FREQ=MONTHLY")]
    [InlineData("quarterly", "2026-07-14T17:00", "-", "FREQ=MONTHLY;INTERVAL=3")]
    [InlineData("the second Thursday of every month", "2026-05-14T17:00", "-", "FREQ=MONTHLY;BYDAY=2TH")]
    [InlineData("EOD", "2026-04-14T17:00", "-", "-")]
    [InlineData("by COB", "2026-04-14T17:00", "-", "-")]
    [InlineData("by EOP", "2026-04-14T17:00", "-", "-")]
    [InlineData("by EOW", "2026-04-17T17:00", "-", "-")]
    [InlineData("by EOM", "2026-04-30T17:00", "-", "-")]
    [InlineData("w/c 4 May", "2026-05-08T17:00", "-", "-")]
    [InlineData("the week commencing 4 May", "2026-05-08T17:00", "-", "-")]
    [InlineData("the week of the 20th", "2026-04-24T17:00", "-", "-")]
    [InlineData("week of 20 April", "2026-04-24T17:00", "-", "-")]
    [InlineData("this week", "2026-04-17T17:00", "-", "-")]
    [InlineData("next week", "2026-04-24T17:00", "-", "-")]
    [InlineData("next month", "2026-05-29T17:00", "-", "-")]
    [InlineData("this month", "2026-04-30T17:00", "-", "-")]
    [InlineData("at the end of next month", "2026-05-29T17:00", "-", "-")]
    [InlineData("the day after tomorrow", "2026-04-16T17:00", "-", "-")]
    [InlineData("Thursday morning", "2026-04-16T12:00", "-", "-")]
    [InlineData("on Thursday evening", "2026-04-16T20:00", "-", "-")]
    [InlineData("Thursday 3pm", "2026-04-16T15:00", "-", "-")]
    [InlineData("3pm Thursday", "2026-04-16T15:00", "-", "-")]
    [InlineData("on the morning of the 22nd", "2026-04-22T12:00", "-", "-")]
    [InlineData("by ten to five", "2026-04-14T16:50", "-", "-")]
    [InlineData("in an hour", "2026-04-14T09:40", "-", "-")]
    [InlineData("in half an hour", "2026-04-14T09:10", "-", "-")]
    [InlineData("in the next hour", "2026-04-14T09:40", "-", "-")]
    [InlineData("within two days", "2026-04-16T17:00", "-", "-")]
    [InlineData("within a week", "2026-04-21T17:00", "-", "-")]
    [InlineData("in a week", "2026-04-21T17:00", "-", "-")]
    [InlineData("in a month", "2026-05-14T17:00", "-", "-")]
    [InlineData("in three weeks' time", "2026-05-05T17:00", "-", "-")]
    [InlineData("a week from Friday", "2026-04-24T17:00", "-", "-")]
    [InlineData("a week today", "2026-04-21T17:00", "-", "-")]
    [InlineData("a week tomorrow", "2026-04-22T17:00", "-", "-")]
    [InlineData("Monday week", "2026-04-27T17:00", "-", "-")]
    [InlineData("two weeks on Monday", "2026-05-04T17:00", "-", "-")]
    [InlineData("on the last working day of May", "2026-05-29T17:00", "-", "-")]
    [InlineData("on the first Monday in May", "2026-05-04T17:00", "-", "-")]
    [InlineData("on the first Monday of May", "2026-05-04T17:00", "-", "-")]
    [InlineData("before the end of the day", "2026-04-14T17:00", "-", "-")]
    [InlineData("until Friday", "2026-04-17T17:00", "-", "-")]
    [InlineData("by Fri", "2026-04-17T17:00", "-", "-")]
    [InlineData("by wed", "2026-04-15T17:00", "-", "-")]
    [InlineData("by tmrw", "2026-04-15T17:00", "-", "-")]
    [InlineData("by 3 o'clock", "2026-04-14T15:00", "-", "-")]
    [InlineData("by 15.30", "2026-04-14T15:30", "-", "-")]
    [InlineData("by 15h30", "2026-04-14T15:30", "-", "-")]
    [InlineData("tomorrow at nine", "2026-04-15T09:00", "-", "-")]
    [InlineData("at 9 tomorrow", "2026-04-15T09:00", "-", "-")]
    [InlineData("between 2 and 4 tomorrow", "2026-04-15T16:00", "2026-04-15T14:00", "-")]
    [InlineData("tomorrow between 2 and 4", "2026-04-15T16:00", "2026-04-15T14:00", "-")]
    [InlineData("from Wednesday to Friday", "2026-04-17T17:00", "2026-04-15T08:00", "-")]
    [InlineData("after lunch", "-", "2026-04-14T12:00", "-")]
    [InlineData("after 3pm", "-", "2026-04-14T15:00", "-")]
    [InlineData("not until Thursday", "-", "2026-04-16T08:00", "-")]
    [InlineData("starting Monday", "-", "2026-04-20T08:00", "-")]
    [InlineData("as of Monday", "-", "2026-04-20T08:00", "-")]
    [InlineData("from 4 May", "-", "2026-05-04T08:00", "-")]
    [InlineData("from the 20th", "-", "2026-04-20T08:00", "-")]
    [InlineData("after Thursday", "-", "2026-04-17T08:00", "-")]
    [InlineData("a day before the launch", "2026-04-27T17:00", "-", "-")]
    [InlineData("the day before the launch", "2026-04-27T17:00", "-", "-")]
    [InlineData("the week before the launch", "2026-04-21T17:00", "-", "-")]
    [InlineData("an hour before the launch", "2026-04-28T09:30", "-", "-")]
    [InlineData("the day after the launch", "2026-04-29T17:00", "-", "-")]
    [InlineData("right after the launch", "-", "2026-04-28T10:30", "-")]
    [InlineData("three working days before the launch", "2026-04-23T17:00", "-", "-")]
    [InlineData("in time for the launch", "2026-04-28T10:30", "-", "-")]
    [InlineData("for the launch", "2026-04-28T10:30", "-", "-")]
    [InlineData("by the launch", "2026-04-28T10:30", "-", "-")]
    [InlineData("ahead of the launch", "2026-04-28T10:30", "-", "-")]
    [InlineData("each Friday", "2026-04-17T17:00", "-", "FREQ=WEEKLY;BYDAY=FR")]
    [InlineData("on Fridays", "2026-04-17T17:00", "-", "FREQ=WEEKLY;BYDAY=FR")]
    [InlineData("every Friday afternoon", "2026-04-17T17:00", "-", "FREQ=WEEKLY;BYDAY=FR")]
    [InlineData("every morning", "2026-04-14T12:00", "-", "FREQ=DAILY")]
    [InlineData("every evening", "2026-04-14T20:00", "-", "FREQ=DAILY")]
    [InlineData("every month", "2026-05-14T17:00", "-", "FREQ=MONTHLY")]
    [InlineData("every three months", "2026-07-14T17:00", "-", "FREQ=MONTHLY;INTERVAL=3")]
    [InlineData("once a week", "2026-04-21T17:00", "-", "FREQ=WEEKLY")]
    [InlineData("fortnightly", "2026-04-28T17:00", "-", "FREQ=WEEKLY;INTERVAL=2")]
    [InlineData("every fortnight", "2026-04-28T17:00", "-", "FREQ=WEEKLY;INTERVAL=2")]
    [InlineData("yearly", "2027-04-14T17:00", "-", "FREQ=YEARLY")]
    [InlineData("once a year", "2027-04-14T17:00", "-", "FREQ=YEARLY")]
    [InlineData("on the first of every month", "2026-05-01T17:00", "-", "FREQ=MONTHLY;BYMONTHDAY=1")]
    [InlineData("on the 20th of each month", "2026-04-20T17:00", "-", "FREQ=MONTHLY;BYMONTHDAY=20")]
    [InlineData("on the last Friday of every month", "2026-04-24T17:00", "-", "FREQ=MONTHLY;BYDAY=-1FR")]
    [InlineData("at month-ends", "2026-04-30T17:00", "-", "FREQ=MONTHLY;BYMONTHDAY=-1")]
    [InlineData("every month-end", "2026-04-30T17:00", "-", "FREQ=MONTHLY;BYMONTHDAY=-1")]
    [InlineData("at the end of every month", "2026-04-30T17:00", "-", "FREQ=MONTHLY;BYMONTHDAY=-1")]
    [InlineData("every second Tuesday", "2026-04-14T17:00", "-", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TU")]
    [InlineData("every Monday and Thursday", "2026-04-16T17:00", "-", "FREQ=WEEKLY;BYDAY=MO,TH")]
    [InlineData("every working day", "2026-04-14T17:00", "-", "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR")]
    [InlineData("weekdays", "2026-04-14T17:00", "-", "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR")]
    [InlineData("every day at noon", "2026-04-14T12:00", "-", "FREQ=DAILY")]
    [InlineData("every Monday at 9", "2026-04-20T09:00", "-", "FREQ=WEEKLY;BYDAY=MO")]
    [InlineData("the second Thursday of a month", "2026-05-14T17:00", "-", "FREQ=MONTHLY;BYDAY=2TH")]
    [InlineData("by Thursday, sorry, Friday", "2026-04-17T17:00", "-", "-")]
    [InlineData("by Thursday - make that Friday", "2026-04-17T17:00", "-", "-")]
    [InlineData("by noon, no, by 3pm", "2026-04-14T15:00", "-", "-")]
    [InlineData("Wednesday or Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("either Wednesday or Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("by Wednesday at the latest", "2026-04-15T17:00", "-", "-")]
    [InlineData("on Wednesday or, failing that, Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("in the afternoon", "2026-04-14T17:00", "-", "-")]
    [InlineData("this afternoon", "2026-04-14T17:00", "-", "-")]
    [InlineData("this evening", "2026-04-14T20:00", "-", "-")]
    [InlineData("tomorrow lunchtime", "2026-04-15T12:00", "-", "-")]
    [InlineData("by close on Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("by end of play Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("Thursday EOD", "2026-04-16T17:00", "-", "-")]
    [InlineData("by the end of Thursday", "2026-04-16T17:00", "-", "-")]
    [InlineData("by midday on the 22nd", "2026-04-22T12:00", "-", "-")]
    [InlineData("by Thursday 16 April", "2026-04-16T17:00", "-", "-")]
    [InlineData("on Thu 16/4", "2026-04-16T17:00", "-", "-")]
    [InlineData("by 16.4.", "2026-04-16T17:00", "-", "-")]
    [InlineData("by 16.04.2026", "2026-04-16T17:00", "-", "-")]
    [InlineData("within 24 hours", "2026-04-15T08:40", "-", "-")]
    [InlineData("within 3 working days", "2026-04-17T17:00", "-", "-")]
    [InlineData("in 90 min", "2026-04-14T10:10", "-", "-")]
    [InlineData("in 2h", "2026-04-14T10:40", "-", "-")]
    [InlineData("in 1.5 hours", "2026-04-14T10:10", "-", "-")]
    [InlineData("in an hour and a half", "2026-04-14T10:10", "-", "-")]
    [InlineData("in a couple of hours", "2026-04-14T10:40", "-", "-")]
    [InlineData("in a couple of days", "2026-04-16T17:00", "-", "-")]
    [InlineData("before tomorrow noon", "2026-04-15T12:00", "-", "-")]
    [InlineData("before 10 tomorrow", "2026-04-15T10:00", "-", "-")]
    [InlineData("before the weekend", "2026-04-17T17:00", "-", "-")]
    [InlineData("before next week", "2026-04-17T17:00", "-", "-")]
    [InlineData("before the end of the week", "2026-04-17T17:00", "-", "-")]
    [InlineData("early next week", "2026-04-20T17:00", "-", "-")]
    [InlineData("at the start of next week", "2026-04-20T17:00", "-", "-")]
    [InlineData("by the middle of next week", "2026-04-22T17:00", "-", "-")]
    [InlineData("in mid-May", "2026-05-15T17:00", "-", "-")]
    [InlineData("at the beginning of May", "2026-05-04T17:00", "-", "-")]
    [InlineData("in May", "2026-05-29T17:00", "-", "-")]
    [InlineData("by May", "2026-04-30T17:00", "-", "-")]
    [InlineData("before May", "2026-04-30T17:00", "-", "-")]
    public void A_time_is_understood_wherever_it_stands(string words, string due, string start, string repeats)
    {
        foreach (var (form, owner, title) in Forms)
        {
            var text = string.Format(
                CultureInfo.InvariantCulture,
                form,
                words,
                char.ToUpperInvariant(words[0]) + words[1..]
            );
            var draft = Reader
                .Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
                .ShouldHaveSingleItem(text);
            (
                Yard.FirstOwners(draft),
                draft.Title.Value,
                draft.Due is { } by ? Yard.Local(by.Value) : "-",
                draft.Start is { } from ? Yard.Local(from.Value) : "-",
                draft.Repeats?.Value ?? "-"
            ).ShouldBe((owner, title, due, start, repeats), text);
        }
    }
}
