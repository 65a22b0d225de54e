using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

/// <summary>A sheet was made, or a revision of it was written.</summary>
/// <param name="Inside">The docket's inside conversation.</param>
/// <param name="Line">The line there that says so.</param>
/// <param name="Words">The same in plain words.</param>
public sealed record SheetWritten(
    KeptSheet Sheet,
    Conversation Inside,
    Entry Line,
    PersonId By,
    string Words,
    Instant At
) : IHappening;
