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
    private const string Cookie = "wrenlet";
    private static readonly Duration Length = Duration.FromDays(14);
    private readonly Dictionary<string, SignedIn> _known = [];
    private readonly Lock _knowing = new();

    /// <summary>How often sessions were ended: what was read before the last time is not kept.</summary>
    private long _endings;

    /// <summary>Raised when sessions have ended: of a person, or one by the hash of its token.</summary>
    public event Action<PersonId?, byte[]?>? Ended;

    /// <summary>A new random token of 256 bits, safe in an address.</summary>
    public static string NewToken() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(32));

    /// <summary>The SHA-256 of a token.</summary>
    public static byte[] Hash(string token) => SHA256.HashData(Encoding.UTF8.GetBytes(token));

    /// <summary>The session of a token's hash; null when there is none or it has ended.</summary>
    public SignedIn? Find(byte[] hash)
    {
        var key = Convert.ToHexString(hash);
        SignedIn? signedIn;
        long endings;
        lock (_knowing)
            (signedIn, endings) = (_known.GetValueOrDefault(key), _endings);
        if (signedIn is null)
        {
            if (database.Read(s => SessionStore.Find(s, hash)) is not { } found)
                return null;
            signedIn = found;
            // One that was ended while it was read must not be remembered as going on.
            lock (_knowing)
                if (endings == _endings)
                    _known[key] = found;
        }

        return signedIn.Ends > clock.Now ? signedIn : null;
    }

    /// <summary>
    /// Signs a person in: a new session each time, and the cookie for it. A session the browser had before ends. Whoever
    /// has left in this very moment, or whose link has ended, is signed in nowhere.
    /// </summary>
    public async Task Start(HttpContext context, PersonId person, string how, Guid? link = null)
    {
        if (Viewer.Of(context) is { } before)
            await End(before);
        var token = NewToken();
        var now = clock.Now;
        var signedIn = new SignedIn(person, NewToken(), now + Length, link);
        var hash = Hash(token);
        var started = await writes.Run(w =>
        {
            SessionStore.EndExpired(w.Session, now);
            // Decided in the write itself: leaving and ending links are writes as well.
            if (
                !PeopleStore.IsAmongUs(w.Session, person)
                || (link is { } by && LinkStore.Find(w.Session, by)?.WorksAt(now) is not true)
            )
                return false;
            SessionStore.Start(w.Session, hash, signedIn, now);
            if (link is { } used)
                LinkStore.Used(w.Session, used, now);
            LogStore.Add(w.Session, now, person, LogKind.SigningIn, "signed in", how);
            return true;
        });
        if (!started)
            return;
        lock (_knowing)
            _known[Convert.ToHexString(hash)] = signedIn;
        context.Response.Cookies.Append(CookieOf(context.Request), token, Options(context));
    }

    /// <summary>Ends one session.</summary>
    public async Task End(Viewer viewer)
    {
        var key = Convert.ToHexString(viewer.TokenHash);
        await writes.Run(w => SessionStore.End(w.Session, viewer.TokenHash));
        Forget(k => k.Key == key);
        Ended?.Invoke(null, viewer.TokenHash);
    }

    /// <summary>Ends all sessions of a person, on all devices, from this moment on; live connections too.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="why">What it is called in the log.</param>
    /// <param name="with">What else is done in the same write; null for nothing.</param>
    public Task EndAll(PersonId person, string why, Action<Writing>? with = null) =>
        EndAllIf(
            person,
            why,
            w =>
            {
                with?.Invoke(w);
                return true;
            }
        );

    /// <summary>Ends all sessions of a person, as EndAll does, if what is decided in the same write allows it.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="why">What it is called in the log.</param>
    /// <param name="may">Decides, and does what belongs to it; where it says no, every session goes on.</param>
    /// <returns>Whether they were ended.</returns>
    public async Task<bool> EndAllIf(PersonId person, string why, Func<Writing, bool> may)
    {
        var ended = await writes.Run(w =>
        {
            if (!may(w))
                return false;
            SessionStore.EndAll(w.Session, person);
            LogStore.Add(w.Session, clock.Now, person, LogKind.Accounts, why, "");
            return true;
        });
        if (!ended)
            return false;
        Forget(k => k.Value.Person == person);
        Ended?.Invoke(person, null);
        return true;
    }

    /// <summary>Ends a link of a contact, with the sessions that came of it.</summary>
    public async Task EndLink(PartyLink link, Person by)
    {
        ArgumentNullException.ThrowIfNull(link);
        var ended = await writes.Run(w =>
        {
            LogStore.Add(
                w.Session,
                clock.Now,
                by.Id,
                LogKind.Accounts,
                "ended a link",
                PeopleStore.NameOf(w.Session, link.Contact)
            );
            return LinkStore.End(w.Session, link.Id, clock.Now);
        });
        Forget(k => k.Value.Link == link.Id);
        foreach (var hash in ended)
            Ended?.Invoke(null, hash);
    }

    /// <summary>Forgets ended sessions. They are gone from the disk by now, so that none is read again.</summary>
    private void Forget(Func<KeyValuePair<string, SignedIn>, bool> ended)
    {
        lock (_knowing)
        {
            _endings++;
            foreach (var (key, _) in _known.Where(ended).ToList())
                _known.Remove(key);
        }
    }

    /// <summary>Takes the cookie back.</summary>
    public static void Forget(HttpContext context) =>
        context.Response.Cookies.Delete(CookieOf(context.Request), Options(context));

    /// <summary>What the cookie is called: by TLS a name that a browser lets no other host or path set (RFC 6265bis).</summary>
    internal static string CookieOf(HttpRequest request) => request.IsHttps ? "__Host-" + Cookie : Cookie;

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
