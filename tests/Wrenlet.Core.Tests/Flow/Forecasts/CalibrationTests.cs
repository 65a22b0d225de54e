using Wrenlet.Core.Flow.Forecasts;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>Whether moments that are said to be kept in so many of 100 are.</summary>
public class CalibrationTests
{
    [Fact]
    public void As_many_moments_are_kept_as_was_said()
    {
        var kept = RandomFirm.Calibrate(firms: 200, samples: 200, seed: 5);
        kept.At50.ShouldBeInRange(0.46, 0.54);
        kept.At80.ShouldBeInRange(0.76, 0.84);
        kept.At95.ShouldBeInRange(0.92, 0.98);
    }
}
