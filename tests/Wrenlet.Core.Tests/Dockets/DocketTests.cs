using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tests.Dockets;

public class DocketTests
{
    [Theory]
    [InlineData("J-1042", DocketKind.Job, 1042)]
    [InlineData("t-311", DocketKind.Ticket, 311)]
    [InlineData("P-7", DocketKind.Project, 7)]
    public void A_reference_is_read_in_either_case(string text, DocketKind kind, int number)
    {
        DocketRef.Parse(text).ShouldBe(new DocketRef(kind, number));
        DocketRef.Parse(text)!.Value.ToString().ShouldBe(text.ToUpperInvariant());
    }

    [Theory]
    [InlineData("")]
    [InlineData("J-")]
    [InlineData("J-0")]
    [InlineData("J--4")]
    [InlineData("X-4")]
    [InlineData("J-99999999999")]
    public void What_is_no_reference_is_none(string text) => DocketRef.Parse(text).ShouldBeNull();

    [Fact]
    public void Stages_stand_behind_here_gated_or_ahead() =>
        Stages
            .Standing(DocketKind.Job, 3, new Dictionary<int, int> { [4] = 3 })
            .ShouldBe([
                StageStanding.Past,
                StageStanding.Past,
                StageStanding.Past,
                StageStanding.Now,
                StageStanding.Gated,
                StageStanding.Ahead,
            ]);
}
