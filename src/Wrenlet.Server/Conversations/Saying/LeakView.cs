using Wrenlet.Core.Conversations;
using Wrenlet.Formats.Text;

namespace Wrenlet.Server.Conversations;

/// <summary>One reason to hold a draft up, as shown.</summary>
/// <param name="Kind">inside-words, other-words, inside-file, unseen-thing, outside-tag or foreign-address.</param>
/// <param name="Words">The words it is about, as they stand in the draft; null when it is not about words.</param>
public sealed record LeakView(string Kind, string Reason, string? Words)
{
    internal static IReadOnlyList<LeakView> Of(IEnumerable<Leak> leaks, string body)
    {
        var plain = EntryText.FromMarkdown(body).Plain;
        return
        [
            .. leaks.Select(l => new LeakView(
                l.Kind switch
                {
                    LeakKind.InsideWords => "inside-words",
                    LeakKind.OtherWords => "other-words",
                    LeakKind.InsideFile => "inside-file",
                    LeakKind.UnseenThing => "unseen-thing",
                    LeakKind.OutsideTag => "outside-tag",
                    LeakKind.ForeignAddress => "foreign-address",
                    _ => throw new ArgumentOutOfRangeException(nameof(leaks), l.Kind, "Unknown kind of leak."),
                },
                l.Reason,
                // What is said of a file stands behind the draft's own words, and cannot be marked in them.
                l.Start >= 0
                && l.End <= plain.Length
                    ? plain[l.Start..l.End]
                    : null
            )),
        ];
    }
}
