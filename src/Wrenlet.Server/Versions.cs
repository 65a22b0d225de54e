using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Wrenlet.Server;

/// <summary>What can be changed and carries its version.</summary>
internal interface IVersioned
{
    /// <summary>Opaque; to be sent back as If-Match by whoever changes it. Null on what a client sends.</summary>
    string? Version { get; }
}

/// <summary>
/// Versions of what has no counter of its own: a hash of how it is shown (RFC 9110, 8.8.3), so that whatever a person
/// saw is what their change began from.
/// </summary>
internal static class Versions
{
    private const int Bytes = 12;

    /// <summary>The version of what is shown so; its own version is not part of it.</summary>
    public static string Of<T>(T shown) =>
        Base64Url.EncodeToString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(shown)).AsSpan(0, Bytes));

    /// <summary>Why a change is held up; null when it may be made.</summary>
    /// <param name="what">What is changed, in a word.</param>
    /// <param name="ifMatch">The version it began from, as If-Match has it; <c>*</c> takes whatever is there.</param>
    /// <param name="now">How it is, read inside the write; null for what is new, which needs no version.</param>
    public static ProblemHttpResult? Held(string what, string? ifMatch, IVersioned? now) =>
        now is null || ifMatch?.Trim() == "*" ? null
        : string.IsNullOrWhiteSpace(ifMatch)
            ? Refusals.Invalid(
                "If-Match",
                $"There is such a {what} already. A change names the version it was made on."
            )
        : ifMatch.Trim().Trim('"') == now.Version ? null
        : Refusals.Changed(what, now);
}
