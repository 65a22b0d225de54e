using System.Collections.Concurrent;
using System.Diagnostics;

namespace Wrenlet.Server.Accounts;

/// <summary>
/// Slows down guessing: after so many wrong passwords for an address, each further try waits, twice as long each time,
/// up to a quarter of an hour. Counted on the machine's own monotonic time, whatever the firm's clock does.
/// </summary>
public sealed class SignInThrottle(Settings settings)
{
    private const int Most = 10_000;
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(15);
    private readonly ConcurrentDictionary<string, (int Failures, long Since)> _tries = new(
        StringComparer.OrdinalIgnoreCase
    );

    /// <summary>How long this address must wait before the next try; zero when it need not.</summary>
    public TimeSpan Wait(string address)
    {
        if (!_tries.TryGetValue(address, out var t) || t.Failures < settings.SignInTries)
            return TimeSpan.Zero;
        var pause = TimeSpan.FromSeconds(
            Math.Min(Longest.TotalSeconds, 5 * Math.Pow(2, t.Failures - settings.SignInTries))
        );
        var left = pause - Stopwatch.GetElapsedTime(t.Since);
        return left > TimeSpan.Zero ? left : TimeSpan.Zero;
    }

    /// <summary>Counts a wrong password.</summary>
    public void Failed(string address)
    {
        if (_tries.Count >= Most)
            MakeRoom();
        _tries.AddOrUpdate(
            address,
            _ => (1, Stopwatch.GetTimestamp()),
            (_, t) => (t.Failures + 1, Stopwatch.GetTimestamp())
        );
    }

    /// <summary>
    /// Forgets the addresses that were tried least, so that trying many does not set free the one that is guessed at.
    /// </summary>
    private void MakeRoom()
    {
        foreach (var (address, _) in _tries.OrderBy(t => t.Value.Failures).ThenBy(t => t.Value.Since).Take(Most / 4))
            _tries.TryRemove(address, out _);
    }

    /// <summary>Forgets an address's failures after it has signed in.</summary>
    public void Succeeded(string address) => _tries.TryRemove(address, out _);
}
