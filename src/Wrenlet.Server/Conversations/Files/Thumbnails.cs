using SkiaSharp;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Small pictures of large ones, made when first asked for and kept.</summary>
internal static class Thumbnails
{
    /// <summary>Longest side, in pixels: twice of what is shown, for dense screens.</summary>
    private const int Side = 480;

    /// <summary>
    /// Most pixels that are decoded at once, 96 MB of them: a small file can hold a picture that fills the memory. Of a
    /// JPEG or WebP that can be decoded at a part of its size, the part counts.
    /// </summary>
    private const long MostPixels = 24_000_000;

    /// <summary>Most pixels of a picture at all; also a browser has to show it.</summary>
    private const long Largest = 160_000_000;

    /// <summary>Pictures of which a small one can be made, with what their bytes have to be.</summary>
    private static readonly Dictionary<string, SKEncodedImageFormat> Made = new()
    {
        ["image/png"] = SKEncodedImageFormat.Png,
        ["image/jpeg"] = SKEncodedImageFormat.Jpeg,
        ["image/gif"] = SKEncodedImageFormat.Gif,
        ["image/webp"] = SKEncodedImageFormat.Webp,
    };

    /// <summary>One picture is made at a time, whoever asks for how many.</summary>
    private static readonly SemaphoreSlim Turn = new(1);

    /// <summary>
    /// Width and height of a picture as it is seen, its turning (EXIF) counted; null when it is none, when its bytes are
    /// not what its type says, or when it is too large to be shown.
    /// </summary>
    public static (int Width, int Height)? SizeOf(string path, StoredFile file)
    {
        if (!Made.TryGetValue(file.MediaType, out var format))
            return null;
        using var codec = SKCodec.Create(path);
        if (
            codec is null
            || codec.EncodedFormat != format
            || (long)codec.Info.Width * codec.Info.Height is 0 or > Largest
            || Decoded(codec) is null
        )
            return null;
        return Turned(codec.EncodedOrigin)
            ? (codec.Info.Height, codec.Info.Width)
            : (codec.Info.Width, codec.Info.Height);
    }

    /// <summary>Makes the small picture of a file beside its bytes, unless it is there.</summary>
    /// <returns>Its path; null when none can be made of it.</returns>
    public static async Task<string?> Of(FileKeeper keeper, StoredFile file, CancellationToken cancellation)
    {
        if (file.Pixels is null)
            return null;
        var path = keeper.ThumbnailOf(file);
        if (File.Exists(path))
            return path;
        await Turn.WaitAsync(cancellation);
        try
        {
            return File.Exists(path) ? path : Make(keeper.PathOf(file), path);
        }
        finally
        {
            Turn.Release();
        }
    }

    /// <summary>At what size a picture is decoded; null when that is more than is decoded.</summary>
    private static SKSizeI? Decoded(SKCodec codec)
    {
        var part = (float)Side / Math.Max(codec.Info.Width, codec.Info.Height);
        // A JPEG is decoded at a fraction of its size where it can be.
        var scaled = codec.GetScaledDimensions(Math.Min(1, part * 1.5f));
        return (long)scaled.Width * scaled.Height > MostPixels ? null : scaled;
    }

    private static string? Make(string from, string path)
    {
        using var codec = SKCodec.Create(from);
        if (codec is null || Decoded(codec) is not { } scaled)
            return null;
        using var decoded = SKBitmap.Decode(
            codec,
            new SKImageInfo(scaled.Width, scaled.Height, SKColorType.Rgba8888, SKAlphaType.Premul)
        );
        if (decoded is null)
            return null;
        var shrink = Math.Min(1, (float)Side / Math.Max(decoded.Width, decoded.Height));
        var (width, height) = (Math.Max(1, (int)(decoded.Width * shrink)), Math.Max(1, (int)(decoded.Height * shrink)));
        var turned = Turned(codec.EncodedOrigin);
        using var surface = SKSurface.Create(new SKImageInfo(turned ? height : width, turned ? width : height));
        surface.Canvas.Clear(SKColors.White);
        Upright(surface.Canvas, codec.EncodedOrigin, width, height);
        using var image = SKImage.FromBitmap(decoded);
        surface.Canvas.DrawImage(
            image,
            new SKRect(0, 0, width, height),
            new SKSamplingOptions(SKCubicResampler.Mitchell)
        );
        using var made = surface.Snapshot();
        using var bytes = made.Encode(SKEncodedImageFormat.Jpeg, 82);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        var fresh = $"{path}.{Guid.CreateVersion7():N}";
        using (var to = File.Create(fresh))
            bytes.SaveTo(to);
        File.Move(fresh, path, overwrite: true);
        return path;
    }

    private static bool Turned(SKEncodedOrigin origin) =>
        origin
            is SKEncodedOrigin.LeftTop
                or SKEncodedOrigin.RightTop
                or SKEncodedOrigin.RightBottom
                or SKEncodedOrigin.LeftBottom;

    /// <summary>
    /// Turns a canvas so that what was stored by an origin (EXIF orientation, 1 to 8) stands upright.
    /// </summary>
    private static void Upright(SKCanvas canvas, SKEncodedOrigin origin, int width, int height)
    {
        switch (origin)
        {
            case SKEncodedOrigin.TopRight:
                canvas.Scale(-1, 1, width / 2f, 0);
                break;
            case SKEncodedOrigin.BottomRight:
                canvas.RotateDegrees(180, width / 2f, height / 2f);
                break;
            case SKEncodedOrigin.BottomLeft:
                canvas.Scale(1, -1, 0, height / 2f);
                break;
            case SKEncodedOrigin.LeftTop:
                canvas.Scale(-1, 1);
                canvas.RotateDegrees(90);
                break;
            case SKEncodedOrigin.RightTop:
                canvas.Translate(height, 0);
                canvas.RotateDegrees(90);
                break;
            case SKEncodedOrigin.RightBottom:
                canvas.Translate(height, width);
                canvas.Scale(-1, 1);
                canvas.RotateDegrees(270);
                break;
            case SKEncodedOrigin.LeftBottom:
                canvas.Translate(0, width);
                canvas.RotateDegrees(270);
                break;
        }
    }
}
