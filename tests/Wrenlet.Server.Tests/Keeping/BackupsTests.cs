using NodaTime;
using Wrenlet.Server.Keeping;

namespace Wrenlet.Server.Tests.Keeping;

/// <summary>When the nightly backup is due.</summary>
public sealed class BackupsTests
{
    private static readonly DateTimeZone Lisbon = DateTimeZoneProviders.Tzdb["Europe/Lisbon"];
    private static readonly TimeOnly Night = new(2, 30);

    private static Instant At(int day, int hour, int minute) =>
        new LocalDateTime(2026, 4, day, hour, minute).InZoneStrictly(Lisbon).ToInstant();

    [Fact]
    public void It_is_due_once_after_its_hour_and_again_the_next_night()
    {
        Backups.IsDue(null, null, At(14, 12, 0), Night, Lisbon).ShouldBeTrue("there was none ever");
        Backups.IsDue(At(14, 2, 31), null, At(14, 12, 0), Night, Lisbon).ShouldBeFalse();
        Backups.IsDue(At(14, 2, 31), null, At(15, 2, 29), Night, Lisbon).ShouldBeFalse();
        Backups.IsDue(At(14, 2, 31), null, At(15, 2, 30), Night, Lisbon).ShouldBeTrue();
        Backups.IsDue(At(12, 2, 31), null, At(15, 1, 0), Night, Lisbon).ShouldBeTrue("a night was missed");
    }

    [Fact]
    public void One_that_failed_is_tried_again_the_next_night()
    {
        Backups.IsDue(At(13, 2, 31), At(14, 2, 30), At(14, 9, 0), Night, Lisbon).ShouldBeFalse();
        Backups.IsDue(At(13, 2, 31), At(14, 2, 30), At(15, 2, 30), Night, Lisbon).ShouldBeTrue();
    }
}
