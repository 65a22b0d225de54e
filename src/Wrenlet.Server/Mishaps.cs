using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Data.Sqlite;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server;

/// <summary>
/// Answers in words where a request cannot be read, or a write not be done: what happened, what was kept, and what to do
/// (RFC 9457).
/// </summary>
internal sealed class Mishaps : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(
        HttpContext httpContext,
        Exception exception,
        CancellationToken cancellationToken
    )
    {
        if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
            return true;
        if (AnswerTo(exception) is not { } answer)
            return false;
        await answer.ExecuteAsync(httpContext);
        return true;
    }

    /// <summary>Gives words to an answer that has none yet.</summary>
    public static void InWords(ProblemDetailsContext context) =>
        context.ProblemDetails.Detail ??= context.ProblemDetails.Status switch
        {
            400 => "The request cannot be read: a value in its address or its headers is not one of those it may have.",
            404 => "There is nothing at this address.",
            405 => "This cannot be done at this address. Load the page again, then repeat it.",
            415 => "The request is in a form that is not read here. Send JSON.",
            >= 500 => "Something went wrong on the server, and this was not done. What was saved before is all there. "
                + "Try it once more; if it goes on, tell your administrator the number below.",
            _ => null,
        };

    private static ProblemHttpResult? AnswerTo(Exception exception) =>
        exception switch
        {
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => Problem(
                StatusCodes.Status413PayloadTooLarge,
                "Too large",
                "This is more than is taken at once. Send it in parts, or attach it as a file."
            ),
            BadHttpRequestException { InnerException: RequestException wrong } => Refusals.Invalid(
                wrong.Field,
                wrong.Message
            ),
            BadHttpRequestException { InnerException: JsonException json } => Refusals.Invalid(
                FieldOf(json),
                $"“{FieldOf(json)}” cannot be read as it is written. Correct it, then send it again."
            ),
            BadHttpRequestException bad => Problem(
                StatusCodes.Status400BadRequest,
                "Something needs correcting",
                $"The request cannot be read: {bad.Message}"
            ),
            _ when FullDisk.Is(exception) => Refusals.NoRoom(),
            SqliteException { SqliteErrorCode: 11 or 26 } => Problem(
                StatusCodes.Status503ServiceUnavailable,
                "Damaged",
                "A part of the database is damaged, and this stands in it. All else can still be read. Tell your "
                    + "administrator: a backup puts it back (wrenlet restore)."
            ),
            SqliteException { SqliteErrorCode: 5 or 8 or 10 or 14 } => Problem(
                StatusCodes.Status503ServiceUnavailable,
                "Not saved",
                "The server cannot write to its disk just now: this was not saved. Keep your page open and send it "
                    + "again in a moment; if that goes on, tell your administrator."
            ),
            _ => null,
        };

    /// <summary>The field that a JSON reader stopped at, without the signs of its path.</summary>
    private static string FieldOf(JsonException json) =>
        json.Path?.TrimStart('$', '.') is { Length: > 0 } path ? path : "body";

    private static ProblemHttpResult Problem(int status, string title, string detail) =>
        TypedResults.Problem(detail, statusCode: status, title: title);
}
