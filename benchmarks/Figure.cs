/// <summary>One thing measured, in words and as a number to compare.</summary>
internal sealed record Figure(string What, string Measured, string Goal, double Value);

/// <summary>A change that a live client was told of.</summary>
internal sealed record Heard(string Kind, Guid Subject);
