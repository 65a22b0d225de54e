namespace Wrenlet.Core.Conversations;

/// <summary>A spot or area of a picture or of a page of a PDF, with words, as whoever sent it marked it.</summary>
/// <param name="Page">The page, from 1; 1 where there are none.</param>
/// <param name="X">From the left, in pixels of the picture or points of the page.</param>
/// <param name="Y">From the top.</param>
/// <param name="Width">0 for a spot.</param>
/// <param name="Height">0 for a spot.</param>
/// <param name="Words">What is said of it.</param>
public sealed record PictureMark(int Page, double X, double Y, double Width, double Height, string Words)
{
    /// <summary>Most marks that one picture has.</summary>
    public const int Most = 26;

    /// <summary>The letter that stands at a mark: A for the first.</summary>
    /// <param name="index">Which mark, from 0 and below <see cref="Most"/>.</param>
    public static char Letter(int index)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(index);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(index, Most);
        return (char)('A' + index);
    }

    /// <summary>Where it is on a picture, in words, for whoever cannot see it marked.</summary>
    /// <param name="width">Width of the picture.</param>
    /// <param name="height">Its height.</param>
    public string Where(double width, double height)
    {
        var (x, y) = (X + Width / 2, Y + Height / 2);
        string Third(double at, double of, string low, string high) =>
            at < of / 3 ? low
            : at > of * 2 / 3 ? high
            : "";
        var words = $"{Third(y, height, "top", "bottom")} {Third(x, width, "left", "right")}".Trim();
        return words.Length > 0 ? words : "middle";
    }
}
