using Wrenlet.Core.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>How an entry is filed.</summary>
/// <param name="Kind">advice, instruction, decision, phone or visit.</param>
/// <param name="By">Who filed it; its time is theirs.</param>
public sealed record FilingView(string Kind, int Minutes, bool Billable, PersonView? By);

internal static class FilingViews
{
    /// <summary>How an entry is filed, as shown.</summary>
    public static FilingView Of(Filing filing, Roster roster) =>
        new(
            StoredWords.FilingKinds.Of(filing.Kind),
            filing.Minutes,
            filing.Billable,
            roster.Find(filing.By) is { } by ? PersonView.Of(by) : null
        );
}
