using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;

namespace Wrenlet.Server;

/// <summary>Answers that say no: problem details (RFC 9457) with what happened and what to do.</summary>
internal static class Refusals
{
    /// <summary>There is no such thing, or the asker may not know that there is.</summary>
    public static ProblemHttpResult NotFound(string what) =>
        TypedResults.Problem(
            $"There is no such {what}, or you cannot see it.",
            statusCode: StatusCodes.Status404NotFound,
            title: "Not found"
        );

    /// <summary>The disk has no room for a change.</summary>
    public static ProblemHttpResult NoRoom() =>
        TypedResults.Problem(
            "The server’s disk is full: this was not saved. Keep your page open, free some space or ask your "
                + "administrator to, then send it again. What was saved before is all there.",
            statusCode: StatusCodes.Status507InsufficientStorage,
            title: "The disk is full"
        );

    /// <summary>A field has a value that cannot be used.</summary>
    public static ProblemHttpResult Invalid(string field, string message) =>
        TypedResults.Problem(
            message,
            statusCode: StatusCodes.Status400BadRequest,
            title: "Something needs correcting",
            extensions: new Dictionary<string, object?>
            {
                ["errors"] = new Dictionary<string, string[]> { [field] = [message] },
            }
        );

    /// <summary>A rule of the job says no.</summary>
    public static ProblemHttpResult Refused(string reason, IReadOnlyDictionary<string, object?>? more = null) =>
        TypedResults.Problem(
            reason,
            statusCode: StatusCodes.Status422UnprocessableEntity,
            title: "Not done",
            extensions: more is null ? null : new Dictionary<string, object?>(more)
        );

    /// <summary>Someone else changed it since it was read.</summary>
    /// <param name="current">How it is now.</param>
    /// <param name="collisions">What others changed of the very fields that were to be changed; empty when that is not
    /// known by field.</param>
    public static ProblemHttpResult Changed(string what, object current, IEnumerable<object>? collisions = null) =>
        TypedResults.Problem(
            $"Someone changed this {what} since you opened it. Nothing of yours is lost: check theirs, then save again.",
            statusCode: StatusCodes.Status412PreconditionFailed,
            title: "Changed meanwhile",
            extensions: new Dictionary<string, object?>
            {
                ["current"] = current,
                ["collisions"] = (collisions ?? []).ToList(),
            }
        );

    /// <summary>Too many tries.</summary>
    public static ProblemHttpResult Wait(TimeSpan time) =>
        TypedResults.Problem(
            $"Too many tries. Wait {Math.Max(1, (int)Math.Ceiling(time.TotalSeconds))} seconds, then try again.",
            statusCode: StatusCodes.Status429TooManyRequests,
            title: "Please wait"
        );

    /// <summary>Who asks is not signed in, or is not one of those it is for.</summary>
    /// <summary>Says which role somebody has that does not let them.</summary>
    public static ProblemHttpResult NoRight(Person person, Right right) =>
        TypedResults.Problem(
            $"You cannot do this: {Rights.Of(person, right).Reason}. Ask an administrator if you need it.",
            statusCode: StatusCodes.Status403Forbidden,
            title: "Not for you"
        );

    public static ProblemHttpResult Stranger(bool signedIn) =>
        signedIn
            ? TypedResults.Problem(
                "This is not for your role. Ask an administrator if you need it.",
                statusCode: StatusCodes.Status403Forbidden,
                title: "Not for you"
            )
            : TypedResults.Problem(
                "Sign in first. What you wrote is kept.",
                statusCode: StatusCodes.Status401Unauthorized,
                title: "Not signed in"
            );
}
