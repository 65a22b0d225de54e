using CsCheck;
using NodaTime;
using Wrenlet.Core.Alerts;

namespace Wrenlet.Core.Tests.Alerts;

public sealed class AlertLinesTests
{
    private static readonly Instant Morning = Instant.FromUtc(2026, 4, 14, 8, 0);

    private sealed record Told(int Id, string? Place, int Minute, bool Read = false, bool ForMe = true);

    private static int[][] Lines(params Told[] alerts) =>
        [
            .. AlertLines
                .Of(alerts, a => a.Place, a => Morning + Duration.FromMinutes(a.Minute), a => a.Read, a => a.ForMe)
                .Select(l => l.Select(a => a.Id).ToArray()),
        ];

    [Fact]
    public void Ten_at_once_from_one_docket_are_one_line_and_what_stands_between_is_its_own()
    {
        Told[] ten = [.. Enumerable.Range(0, 10).Select(i => new Told(i, "J-1042", 40))];
        Lines([.. ten[..5], new Told(90, "T-311", 40), .. ten[5..]]).Select(l => l.Length).ShouldBe([10, 1]);
    }

    [Fact]
    public void Two_are_two_lines() =>
        Lines(new(2, "J-1", 10), new(1, "J-1", 9))
            .ShouldBe([
                [2],
                [1],
            ]);

    [Fact]
    public void What_is_read_what_is_for_information_and_what_lies_far_apart_is_not_one_line()
    {
        Lines(new(1, "J-1", 59), new(2, "J-1", 58), new(3, "J-1", 57, Read: true), new(4, "J-1", 5)).Length.ShouldBe(4);
        Lines(new(1, "J-1", 3), new(2, "J-1", 2, ForMe: false), new(3, "J-1", 1)).Length.ShouldBe(3);
    }

    [Fact]
    public void What_has_no_place_stands_by_itself() =>
        Lines(new(3, null, 1), new(2, null, 1), new(1, null, 1)).Length.ShouldBe(3);

    [Fact]
    public void Each_alert_is_in_just_one_line_and_each_line_begins_where_its_newest_stood()
    {
        var told = Gen.Select(Gen.OneOfConst("J-1", "J-2", null), Gen.Int[0, 40], Gen.Bool, Gen.Bool);
        told.Array[0, 30]
            .Sample(parts =>
            {
                var minute = 2000;
                Told[] alerts = [.. parts.Select((p, i) => new Told(i, p.Item1, minute -= p.Item2, p.Item3, p.Item4))];
                var lines = Lines(alerts);
                lines.SelectMany(l => l).Order().ShouldBe(Enumerable.Range(0, alerts.Length));
                lines.Select(l => l[0]).ShouldBe(lines.Select(l => l[0]).Order());
                lines.Where(l => l.Length is 2).ShouldBeEmpty();
                foreach (var line in lines)
                    line.ShouldBe(line.Order());
            });
    }
}
