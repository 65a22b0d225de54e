using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>
/// Starts, finds and ends sessions. A session is a random token in a cookie; the server keeps only its hash.
/// </summary>
public sealed class Sessions(Database database, WriteQueue writes, FirmClock clock)
{
    internal const string Cookie = "wrenlet";
    private static readonly Duration Length = Duration.FromDays(14);
    private readonly ConcurrentDictionary<string, SignedIn> _known = new();

    /// <summary>A new random token of 256 bits, safe in an address.</summary>
    public static string NewToken() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(32));

    /// <summary>The SHA-256 of a token.</summary>
    public static byte[] Hash(string token) => SHA256.HashData(Encoding.UTF8.GetBytes(token));

    /// <summary>The session of a token's hash; null when there is none or it has ended.</summary>
    public SignedIn? Find(byte[] hash)
    {
        var key = Convert.ToHexString(hash);
        if (!_known.TryGetValue(key, out var signedIn))
        {
            if (database.Read(s => SessionStore.Find(s, hash)) is not { } found)
                return null;
            signedIn = _known[key] = found;
        }

        return signedIn.Ends > clock.Now ? signedIn : null;
    }

    /// <summary>
    /// Signs a person in: a new session each time, and the cookie for it. A session the browser had before ends.
    /// </summary>
    public async Task Start(HttpContext context, PersonId person, string how)
    {
        if (Viewer.Of(context) is { } before)
            await End(before);
        var token = NewToken();
        var now = clock.Now;
        var signedIn = new SignedIn(person, NewToken(), now + Length);
        var hash = Hash(token);
        await writes.Run(w =>
        {
            SessionStore.EndExpired(w.Session, now);
            SessionStore.Start(w.Session, hash, signedIn, now);
            SessionStore.Audit(w.Session, now, person, "signed in", how);
        });
        _known[Convert.ToHexString(hash)] = signedIn;
        context.Response.Cookies.Append(Cookie, token, Options(context));
    }

    /// <summary>Ends one session.</summary>
    public async Task End(Viewer viewer)
    {
        _known.TryRemove(Convert.ToHexString(viewer.TokenHash), out _);
        await writes.Run(w => SessionStore.End(w.Session, viewer.TokenHash));
    }

    /// <summary>Ends all sessions of a person, on all devices.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="why">What it is called in the log.</param>
    public async Task EndAll(PersonId person, string why)
    {
        foreach (var (key, signedIn) in _known)
            if (signedIn.Person == person)
                _known.TryRemove(key, out _);
        await writes.Run(w =>
        {
            SessionStore.EndAll(w.Session, person);
            SessionStore.Audit(w.Session, clock.Now, person, why, "");
        });
    }

    /// <summary>Takes the cookie back.</summary>
    public static void Forget(HttpContext context) => context.Response.Cookies.Delete(Cookie, Options(context));

    private static CookieOptions Options(HttpContext context) =>
        new()
        {
            HttpOnly = true,
            SameSite = SameSiteMode.Strict,
            Secure = context.Request.IsHttps,
            MaxAge = Length.ToTimeSpan(),
            Path = "/",
            IsEssential = true,
        };
}
