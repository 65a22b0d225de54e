using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;

namespace Wrenlet.Server.Accounts;

/// <summary>
/// Somebody has a new password, because the old one may be known to others: whatever else lets them in without one has
/// to end as well.
/// </summary>
public sealed record PasswordReplaced(PersonId Person) : IHappening;

/// <summary>A firm has just been set up.</summary>
/// <param name="By">Its first administrator.</param>
/// <param name="At">When.</param>
/// <param name="Set">What it begins with; null for what is usual.</param>
public sealed record FirmBegun(Person By, Instant At, StartingSet? Set = null) : IHappening;
