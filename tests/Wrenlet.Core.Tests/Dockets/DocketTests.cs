using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tests.Dockets;

public class DocketTests
{
    [Theory]
    [InlineData("J-1042", "J", 1042, null)]
    [InlineData("t-311", "T", 311, null)]
    [InlineData("HI-2026-14", "HI", 14, 2026)]
    [InlineData("abc-1", "ABC", 1, null)]
    public void A_reference_is_read_in_either_case(string text, string letters, int number, int? year)
    {
        DocketRef.Parse(text).ShouldBe(new DocketRef(letters, number, year));
        DocketRef.Parse(text)!.Value.ToString().ShouldBe(text.ToUpperInvariant());
    }

    [Theory]
    [InlineData("")]
    [InlineData("J-")]
    [InlineData("J-0")]
    [InlineData("J--4")]
    [InlineData("ABCD-4")]
    [InlineData("J-26-4")]
    [InlineData("1-4")]
    [InlineData("J-99999999999")]
    public void What_is_no_reference_is_none(string text) => DocketRef.Parse(text).ShouldBeNull();

    [Fact]
    public void Stages_stand_behind_here_gated_or_ahead() =>
        YardKinds
            .Job.Standing(YardKinds.Job.At(3), new Dictionary<StageId, int> { [YardKinds.Job.At(4)] = 3 })
            .ShouldBe([
                StageStanding.Past,
                StageStanding.Past,
                StageStanding.Past,
                StageStanding.Now,
                StageStanding.Gated,
                StageStanding.Ahead,
            ]);
}
