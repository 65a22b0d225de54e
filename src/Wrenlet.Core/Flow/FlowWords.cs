using System.Globalization;
using Wrenlet.Core.Flow.Templates;

namespace Wrenlet.Core.Flow;

/// <summary>What is said of how dockets move.</summary>
internal static class FlowWords
{
    public const string Gone = "a milestone that is gone";
    public const string DayOf = "by";
    public const string When = "the day";
    public const string Begins = "it begins";

    public static string Enters(string? stage) =>
        stage is null ? "it enters a stage that is gone" : $"it enters {stage}";

    /// <summary>A distance in time from something, such as "2 working days before delivery".</summary>
    public static string Distance(int offset, DateUnit unit, string from)
    {
        var count = Math.Abs(offset);
        var one = unit switch
        {
            DateUnit.WorkingDays => "working day",
            DateUnit.Days => "day",
            DateUnit.Weeks => "week",
            _ => "month",
        };
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{count} {one}{(count == 1 ? "" : "s")} {(offset < 0 ? "before" : "after")} {from}"
        );
    }
}
