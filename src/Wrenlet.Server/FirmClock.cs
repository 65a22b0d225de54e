using NodaTime;
using NodaTime.Text;

namespace Wrenlet.Server;

/// <summary>
/// The firm's time: the machine's, moved by an offset in the demo, or standing still where a start asked for it.
/// </summary>
public sealed class FirmClock : TimeProvider
{
    private static readonly LocalDateTimePattern Pattern = LocalDateTimePattern.CreateWithInvariantCulture(
        "uuuu-MM-dd'T'HH:mm"
    );
    private readonly LocalDateTime? _standing;
    private Instant? _fixed;
    private TimeSpan _offset;

    /// <summary>Makes the clock; it runs as the machine's until the firm is known.</summary>
    /// <exception cref="StartException">The time is not written as 2026-04-14T08:40.</exception>
    public FirmClock(Settings settings)
    {
        if (settings.Clock is not { } text)
            return;
        var parsed = Pattern.Parse(text);
        if (!parsed.Success)
            throw new StartException($"--clock {text}: a local time such as 2026-04-14T08:40 is wanted.");
        _standing = parsed.Value;
        _fixed = parsed.Value.InUtc().ToInstant();
    }

    /// <summary>The present moment.</summary>
    public Instant Now => _fixed ?? Instant.FromDateTimeUtc((DateTime.UtcNow + _offset));

    /// <summary>Whether the clock stands still.</summary>
    public bool StandsStill => _fixed is not null;

    /// <summary>Takes on the firm's zone and offset.</summary>
    public void BelongTo(DateTimeZone zone, TimeSpan offset)
    {
        _offset = offset;
        if (_standing is { } local)
            _fixed = local.InZoneLeniently(zone).ToInstant();
    }

    /// <inheritdoc/>
    public override DateTimeOffset GetUtcNow() => Now.ToDateTimeOffset();
}
