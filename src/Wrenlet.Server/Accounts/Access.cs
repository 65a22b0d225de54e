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
}

/// <summary>Says on an endpoint whom it is for. An endpoint without it is for nobody.</summary>
[AttributeUsage(AttributeTargets.Class | AttributeTargets.Method)]
/// <param name="access">Whom it is for.</param>
/// <param name="rights">One of these rights is needed beside; none for none.</param>
public sealed class ForAttribute(Access access, params Right[] rights) : Attribute
{
    public Access Access { get; } = access;

    public IReadOnlyList<Right> Rights { get; } = rights;
}

internal static class AccessExtensions
{
    /// <summary>Says whom the endpoint is for.</summary>
    public static TBuilder For<TBuilder>(this TBuilder builder, Access access)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new ForAttribute(access));

    /// <summary>Says that the endpoint is for those of the staff who have one of these rights.</summary>
    public static TBuilder For<TBuilder>(this TBuilder builder, params Right[] rights)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new ForAttribute(Access.Staff, rights));
}

/// <summary>The person a request comes from.</summary>
/// <param name="Link">The link by which a contact came; null for all others.</param>
public sealed record Viewer(Person Person, byte[] TokenHash, string Guard, Guid? Link = null)
{
    /// <summary>Binds an endpoint's parameter; the access check has made sure that somebody is signed in.</summary>
    public static ValueTask<Viewer?> BindAsync(HttpContext context) => ValueTask.FromResult(Of(context));

    internal static Viewer? Of(HttpContext context) =>
        context.Items.TryGetValue(typeof(Viewer), out var viewer) ? (Viewer?)viewer : null;
}

/// <summary>
/// Knows the viewer by their session cookie, lets each endpoint serve only those it is for, and refuses forged changes.
/// </summary>
internal sealed class AccessMiddleware(
    RequestDelegate next,
    Sessions sessions,
    WhoIsWho who,
    Settings settings,
    LogBook book
)
{
    public const string GuardHeader = "X-Wrenlet-Guard";

    public async Task InvokeAsync(HttpContext context)
    {
        var viewer = Recognise(context);
        if (viewer is not null)
            context.Items[typeof(Viewer)] = viewer;
        var endpoint = context.GetEndpoint();
        if (endpoint is null || endpoint.Metadata.GetMetadata<ForAttribute>() is not { } needs)
        {
            if (endpoint is null || !context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
                await next(context);
            else
                await Refusals.Stranger(viewer is not null).ExecuteAsync(context);
            return;
        }

        if (!Allows(needs.Access, viewer?.Person))
        {
            await Refusals.Stranger(viewer is not null).ExecuteAsync(context);
            await Refused(viewer, "was refused what is not for them", context);
        }
        else if (needs.Rights.Count > 0 && !needs.Rights.Any(viewer!.Person.May))
        {
            await Refusals.NoRight(viewer.Person, needs.Rights[0]).ExecuteAsync(context);
            await Refused(viewer, "was refused for want of a right", context);
        }
        else if (IsForged(context, viewer))
        {
            await Forged(context);
            await Refused(viewer, "sent a change that no page of theirs made", context);
        }
        else
        {
            await next(context);
            // One such answer is a link of yesterday; many are somebody who tries what there is.
            if (viewer is not null && context.Response.StatusCode == StatusCodes.Status404NotFound)
                await book.Often(
                    viewer.Person.Id,
                    LogKind.Refused,
                    "asked for what is not there or not theirs",
                    "",
                    first: 10
                );
        }
    }

    /// <summary>Notes what a person was refused; whoever is not signed in has only to sign in.</summary>
    private Task Refused(Viewer? viewer, string what, HttpContext context) =>
        viewer is null
            ? Task.CompletedTask
            : book.Often(
                viewer.Person.Id,
                LogKind.Refused,
                what,
                $"{context.Request.Method} {(context.GetEndpoint() as RouteEndpoint)?.RoutePattern.RawText}"
            );

    private static bool Allows(Access access, Person? person) =>
        access switch
        {
            Access.Everyone => true,
            Access.SignedIn => person is not null,
            Access.Staff => person is { IsStaff: true },
            _ => false,
        };

    private Viewer? Recognise(HttpContext context)
    {
        if (!context.Request.Cookies.TryGetValue(Sessions.CookieOf(context.Request), out var token))
            return null;
        var hash = Sessions.Hash(token);
        return
            sessions.Find(hash) is { } signedIn
            && who.Current.Find(signedIn.Person) is { } person
            // Who has left belongs to nobody any more.
            && (person.IsStaff || person.Party is not null)
            ? new Viewer(person, hash, signedIn.Guard, signedIn.Link)
            : null;
    }

    /// <summary>
    /// A change must come from our own page: with the session's guard where one is signed in, and never from another
    /// site
    /// (OWASP: synchronizer token, with Fetch Metadata as defence in depth). A live connection must name our own
    /// origin.
    /// </summary>
    private bool IsForged(HttpContext context, Viewer? viewer)
    {
        var request = context.Request;
        if (request.Headers["Sec-Fetch-Site"].ToString() is "cross-site")
            return true;
        var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
        var live = request.Path.StartsWithSegments("/live", StringComparison.Ordinal);
        // Who names an origin names ours; programs that are no browsers name none.
        if ((!reads || live) && request.Headers.Origin.ToString() is { Length: > 0 } named && !IsOurs(named, request))
            return true;

        if (reads || live || viewer is null)
            return false;
        return !CryptographicOperations.FixedTimeEquals(
            Encoding.ASCII.GetBytes(request.Headers[GuardHeader].ToString()),
            Encoding.ASCII.GetBytes(viewer.Guard)
        );
    }

    /// <summary>Whether an origin is where this was sent, or where people are told to go: a proxy may have changed the
    /// host.</summary>
    private bool IsOurs(string named, HttpRequest request) =>
        Uri.TryCreate(named, UriKind.Absolute, out var origin)
        && (
            origin.Authority == request.Host.Value
            || named.Equals(
                new Uri(settings.PublicAddress).GetLeftPart(UriPartial.Authority),
                StringComparison.OrdinalIgnoreCase
            )
        );

    private static Task Forged(HttpContext context) =>
        TypedResults
            .Problem(
                "This change did not come from a page of this session. Load the page again, then repeat it.",
                statusCode: StatusCodes.Status403Forbidden,
                title: "Not accepted"
            )
            .ExecuteAsync(context);
}
