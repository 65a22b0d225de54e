namespace Wrenlet.Core.Flow.Visits;

/// <summary>All that is said of visits, in one place.</summary>
internal static class Texts
{
    public static string Window(string day, string from, string until) => $"{day}, {from} to {until}";

    public const string SayWhere = "Say where the visit goes to.";

    public const string EndsBeforeItBegins = "The visit ends before it begins. Change one of the two times.";

    public const string NotOnOneDay = "A visit begins and ends on one day. Plan another for the next day.";

    public const string TimeIsOver = "That time is over. Choose one that is to come.";

    public const string SameTimeTwice = "The same time stands there twice. Change one of them.";

    public const string WayTooLong = "The way takes at most 12 hours.";

    public const string NotToday = "The visit is not today, so nobody is on the way yet.";

    public static string TooManyTimes(int most) => $"At most {most} times can be offered at once.";
}
