using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Reads many messages at once, and names those that are read otherwise than they should be.</summary>
internal static class ReadCases
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    /// <summary>That each message of Odalys gives the drafts beside it, as <see cref="Yard.Shown"/> writes them.</summary>
    public static void AllRead(IEnumerable<(string Said, string Drafts)> cases)
    {
        var read = cases
            .Select(c =>
                (
                    c.Said,
                    c.Drafts,
                    Read: Yard.Shown(
                        Reader.Read(c.Said, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt")
                    )
                )
            )
            .ToList();
        read.ShouldNotBeEmpty();
        read.Where(c => c.Read != c.Drafts).Select(c => $"{c.Said} → {c.Read}").ShouldBeEmpty();
    }
}
