using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;

namespace Wrenlet.Server.Dockets;

/// <summary>A docket was made.</summary>
/// <param name="Docket">The docket.</param>
/// <param name="Party">With whom it is done; null for nobody yet.</param>
/// <param name="Queue">Where what the party writes waits; null for none.</param>
/// <param name="By">Who made it.</param>
/// <param name="At">When.</param>
public sealed record DocketBegun(Docket Docket, PartyId? Party, Guid? Queue, Person By, Instant At) : IHappening;

/// <summary>A docket was brought along from another program, with others: nobody is told of each.</summary>
/// <param name="Docket">The docket.</param>
/// <param name="Party">With whom it is done; null for nobody.</param>
/// <param name="Queue">Where what the party writes waits; null for none.</param>
public sealed record DocketBrought(Docket Docket, PartyId? Party, Guid? Queue) : IHappening;

/// <summary>All that stood in a stage was moved to another of its kind, because the stage was retired.</summary>
public sealed record StageEmptied(StageId From, StageId To) : IHappening;

/// <summary>What a docket is was changed: its owner or who sees it among other things.</summary>
public sealed record DocketSet(Docket Before, Docket After, Person By, Instant At) : IHappening;
