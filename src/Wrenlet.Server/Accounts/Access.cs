using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Http.Metadata;
using Wrenlet.Core.People;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Accounts;

/// <summary>Whom an endpoint is for. What they see there is decided by <see cref="Sight"/>.</summary>
public enum Access
{
    /// <summary>Anyone, signed in or not.</summary>
    Everyone,

    /// <summary>Whoever is signed in, contacts too.</summary>
    SignedIn,

    /// <summary>Members of staff.</summary>
    Staff,

    /// <summary>Coordinators, managers and administrators.</summary>
    Coordinators,

    /// <summary>Administrators.</summary>
    Administrators,
}

/// <summary>Says on an endpoint whom it is for. An endpoint without it is for nobody.</summary>
[AttributeUsage(AttributeTargets.Class | AttributeTargets.Method)]
public sealed class ForAttribute(Access access) : Attribute
{
    public Access Access { get; } = access;
}

internal static class AccessExtensions
{
    /// <summary>Says whom the endpoint is for.</summary>
    public static TBuilder For<TBuilder>(this TBuilder builder, Access access)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new ForAttribute(access));
}

/// <summary>The person a request comes from.</summary>
public sealed record Viewer(Person Person, byte[] TokenHash, string Guard)
{
    /// <summary>Binds an endpoint's parameter; the access check has made sure that somebody is signed in.</summary>
    public static ValueTask<Viewer?> BindAsync(HttpContext context) => ValueTask.FromResult(Of(context));

    internal static Viewer? Of(HttpContext context) =>
        context.Items.TryGetValue(typeof(Viewer), out var viewer) ? (Viewer?)viewer : null;
}

/// <summary>
/// Knows the viewer by their session cookie, lets each endpoint serve only those it is for, and refuses forged changes.
/// </summary>
internal sealed class AccessMiddleware(RequestDelegate next, Sessions sessions, WhoIsWho who)
{
    public const string GuardHeader = "X-Wrenlet-Guard";

    public async Task InvokeAsync(HttpContext context)
    {
        var viewer = Recognise(context);
        if (viewer is not null)
            context.Items[typeof(Viewer)] = viewer;
        var endpoint = context.GetEndpoint();
        if (endpoint is null || endpoint.Metadata.GetMetadata<ForAttribute>()?.Access is not { } access)
        {
            if (endpoint is null || !context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
                await next(context);
            else
                await Refusals.Stranger(viewer is not null).ExecuteAsync(context);
            return;
        }

        if (!Allows(access, viewer?.Person))
            await Refusals.Stranger(viewer is not null).ExecuteAsync(context);
        else if (IsForged(context, viewer))
            await Forged(context);
        else
            await next(context);
    }

    private static bool Allows(Access access, Person? person) =>
        access switch
        {
            Access.Everyone => true,
            Access.SignedIn => person is not null,
            Access.Staff => person is { IsStaff: true },
            Access.Coordinators => person?.Role is Role.Coordinator or Role.Manager or Role.Administrator,
            Access.Administrators => person?.Role is Role.Administrator,
            _ => false,
        };

    private Viewer? Recognise(HttpContext context)
    {
        if (!context.Request.Cookies.TryGetValue(Sessions.Cookie, out var token))
            return null;
        var hash = Sessions.Hash(token);
        return sessions.Find(hash) is { } signedIn && who.Current.Find(signedIn.Person) is { } person
            ? new Viewer(person, hash, signedIn.Guard)
            : null;
    }

    /// <summary>
    /// A change must come from our own page: with the session's guard where one is signed in, and never from another
    /// site
    /// (OWASP: synchronizer token, with Fetch Metadata as defence in depth). A live connection must name our own
    /// origin.
    /// </summary>
    private static bool IsForged(HttpContext context, Viewer? viewer)
    {
        var request = context.Request;
        if (request.Headers["Sec-Fetch-Site"].ToString() is "cross-site")
            return true;
        if (request.Path.StartsWithSegments("/live", StringComparison.Ordinal))
            return Uri.TryCreate(request.Headers.Origin.ToString(), UriKind.Absolute, out var origin)
                && origin.Authority != request.Host.Value;
        if (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method) || viewer is null)
            return false;
        return !CryptographicOperations.FixedTimeEquals(
            Encoding.ASCII.GetBytes(request.Headers[GuardHeader].ToString()),
            Encoding.ASCII.GetBytes(viewer.Guard)
        );
    }

    private static Task Forged(HttpContext context) =>
        TypedResults
            .Problem(
                "This change did not come from a page of this session. Load the page again, then repeat it.",
                statusCode: StatusCodes.Status403Forbidden,
                title: "Not accepted"
            )
            .ExecuteAsync(context);
}
