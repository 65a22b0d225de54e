using System.ComponentModel.DataAnnotations;
using Wrenlet.Core.Conversations;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>A marked spot or area of a picture or of a page of a PDF.</summary>
/// <param name="Page">The page, from 1; 1 where there are none.</param>
/// <param name="X">From the left, in pixels of the picture or points of the page.</param>
/// <param name="Y">From the top.</param>
/// <param name="Width">0 for a spot.</param>
/// <param name="Height">0 for a spot.</param>
/// <param name="Words">What is said of it.</param>
public sealed record PictureMarkView(
    [property: Range(1, 100_000)] int Page,
    [property: Range(-1e6, 1e6)] double X,
    [property: Range(-1e6, 1e6)] double Y,
    [property: Range(0, 1e6)] double Width,
    [property: Range(0, 1e6)] double Height,
    [property: Required, StringLength(300)] string Words
)
{
    internal static PictureMarkView Of(PictureMark mark) =>
        new(mark.Page, mark.X, mark.Y, mark.Width, mark.Height, mark.Words);
}

/// <summary>A file that goes with an entry.</summary>
/// <param name="Caption">What is said of it; null for nothing.</param>
/// <param name="Marks">Its marked spots; null for none.</param>
public sealed record AttachedFile(
    [property: Required] Guid Id,
    [property: StringLength(300)] string? Caption = null,
    [property: MaxLength(PictureMark.Most)] IReadOnlyList<PictureMarkView>? Marks = null
)
{
    internal static Attachment Read(AttachedFile given) =>
        new(
            given.Id,
            string.IsNullOrWhiteSpace(given.Caption) ? null : given.Caption.Trim(),
            given.Marks is { Count: > 0 } marks
                ? [.. marks.Select(m => new PictureMark(m.Page, m.X, m.Y, m.Width, m.Height, m.Words.Trim()))]
                : null
        );
}
