using System.ComponentModel.DataAnnotations;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>A file that goes with an entry.</summary>
/// <param name="Caption">What is said of it; null for nothing.</param>
public sealed record AttachedFile([property: Required] Guid Id, [property: StringLength(300)] string? Caption = null)
{
    internal static Attachment Read(AttachedFile given) =>
        new(given.Id, string.IsNullOrWhiteSpace(given.Caption) ? null : given.Caption.Trim());
}
