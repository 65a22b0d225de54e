namespace Wrenlet.Core.People;

/// <summary>Identity of a person, staff or contact (UUIDv7).</summary>
public readonly record struct PersonId(Guid Value);

/// <summary>Identity of a crew (UUIDv7).</summary>
public readonly record struct CrewId(Guid Value);

/// <summary>Identity of a party, customer or partner firm (UUIDv7).</summary>
public readonly record struct PartyId(Guid Value);
