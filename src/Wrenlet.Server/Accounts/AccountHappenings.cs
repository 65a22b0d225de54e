using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;

namespace Wrenlet.Server.Accounts;

/// <summary>
/// Somebody has a new password, because the old one may be known to others: whatever else lets them in without one has
/// to end as well.
/// </summary>
public sealed record PasswordReplaced(PersonId Person) : IHappening;
