using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>The firm's picture.</summary>
/// <param name="Picture">PNG or JPEG in base 64; null to have none.</param>
public sealed record LogoSetting([property: StringLength(LogoEndpoints.MostBytes * 4 / 3 + 4)] string? Picture);

/// <summary>The picture that stands over the customers' page.</summary>
internal static class LogoEndpoints
{
    /// <summary>Largest picture, in bytes.</summary>
    internal const int MostBytes = 200 * 1024;

    public static void MapLogo(this IEndpointRouteBuilder api)
    {
        api.MapGet("/logo", Get).For(Access.Everyone);
        api.MapPut("/set-up/logo", Put).For(Right.SetUp);
    }

    private static Results<FileContentHttpResult, ProblemHttpResult> Get(Database database) =>
        database.Read(LogoStore.Find) is var (type, bytes)
            ? TypedResults.File(bytes, type)
            : Refusals.NotFound("picture");

    private static async Task<Results<NoContent, ProblemHttpResult>> Put(
        LogoSetting given,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    )
    {
        byte[]? bytes = null;
        if (given.Picture is { } picture)
        {
            bytes = new byte[picture.Length];
            if (!Convert.TryFromBase64String(picture, bytes, out var length) || TypeOf(bytes) is null)
                return Refusals.Invalid("picture", "This is not a PNG or JPEG picture. Choose another file.");
            if (length > MostBytes)
                return Refusals.Invalid(
                    "picture",
                    "The picture is larger than 200 KB. Make it smaller, and try again."
                );
            bytes = bytes[..length];
        }

        await writes.Run(w =>
        {
            LogoStore.Put(w.Session, bytes is null ? null : (TypeOf(bytes)!, bytes));
            LogStore.Add(
                w.Session,
                clock.Now,
                viewer.Person.Id,
                LogKind.Settings,
                "set the logo",
                bytes is null ? "none" : ""
            );
        });
        return TypedResults.NoContent();
    }

    /// <summary>By its first bytes, whatever its name says (PNG, ISO/IEC 15948; JPEG, ISO/IEC 10918-1).</summary>
    private static string? TypeOf(ReadOnlySpan<byte> bytes) =>
        bytes.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]) ? "image/png"
        : bytes.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]) ? "image/jpeg"
        : null;
}
