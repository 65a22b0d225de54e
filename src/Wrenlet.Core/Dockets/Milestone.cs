using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Dockets;

/// <summary>A dated promise of a docket, such as a delivery.</summary>
/// <param name="Name">What people call it.</param>
/// <param name="At">When it is.</param>
/// <param name="Named">The milestone of its kind that it is; null for one that only this docket has.</param>
/// <param name="PromisedTo">Whom it was promised to; null for nobody.</param>
public sealed record Milestone(string Name, Instant At, MilestoneId? Named = null, PartyId? PromisedTo = null);

/// <summary>A date that a milestone had, or has.</summary>
/// <param name="Name">The milestone's name.</param>
/// <param name="At">The date; null where it was taken away.</param>
/// <param name="PromisedTo">To whom it was promised; null for nobody.</param>
/// <param name="By">Who set it; null where nobody knows any more.</param>
/// <param name="Set">When it was set.</param>
public readonly record struct MilestoneDate(string Name, Instant? At, PartyId? PromisedTo, PersonId? By, Instant Set);
