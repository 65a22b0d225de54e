using Microsoft.AspNetCore.Identity;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>Whose a password is.</summary>
/// <param name="Person">Null when address and password do not belong together.</param>
/// <param name="Busy">Whether it was not looked at, because too many wait already.</param>
public readonly record struct PasswordCheck(PersonId? Person, bool Busy);

/// <summary>
/// Hashes and checks passwords. A check costs one hash whether or not the address is known, so that its time tells
/// nothing; few run at once, so that guessing leaves the machine to everybody else.
/// </summary>
public sealed class Passwords(Database database) : IDisposable
{
    private const int MostWaiting = 16;
    private static readonly PasswordHasher<Person> Hasher = new();

    /// <summary>What a password given for an address that nobody has is checked against.</summary>
    private static readonly Lazy<string> Nobodys = new(() => Hash(Sessions.NewToken()));

    private readonly SemaphoreSlim _turn = new(1);
    private int _waiting;

    /// <summary>The hash of a password, with its salt (PBKDF2, as ASP.NET Core Identity keeps it).</summary>
    public static string Hash(string password) => Hasher.HashPassword(null!, password);

    /// <summary>Looks whose a password is at an address.</summary>
    /// <param name="address">The address given; it may be nobody's.</param>
    /// <param name="password">The password given.</param>
    /// <param name="cancellation">Ends the waiting when the caller has gone.</param>
    public async Task<PasswordCheck> Check(string address, string password, CancellationToken cancellation)
    {
        if (Interlocked.Increment(ref _waiting) > MostWaiting)
        {
            Interlocked.Decrement(ref _waiting);
            return new(null, Busy: true);
        }

        try
        {
            await _turn.WaitAsync(cancellation);
            try
            {
                var known = database.Read(s => SessionStore.Credentials(s, address));
                var hash = known?.PasswordHash ?? Nobodys.Value;
                var fits = Hasher.VerifyHashedPassword(null!, hash, password) is not PasswordVerificationResult.Failed;
                return new(fits && known?.PasswordHash is not null ? known.Value.Person : null, Busy: false);
            }
            finally
            {
                _turn.Release();
            }
        }
        finally
        {
            Interlocked.Decrement(ref _waiting);
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _turn.Dispose();
}
