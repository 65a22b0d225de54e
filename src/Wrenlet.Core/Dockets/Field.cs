using System.Collections.Immutable;

namespace Wrenlet.Core.Dockets;

/// <summary>Identity of a field.</summary>
public readonly record struct FieldId(Guid Value);

/// <summary>What a field holds.</summary>
public enum FieldType
{
    /// <summary>A line of text.</summary>
    Text,

    /// <summary>Several lines of text.</summary>
    LongText,

    /// <summary>A decimal number, with a unit where one is named.</summary>
    Number,

    /// <summary>A sum in the firm's currency, with two decimals.</summary>
    Money,

    /// <summary>A day.</summary>
    Date,

    /// <summary>One of the field's choices.</summary>
    Choice,

    /// <summary>One of the staff.</summary>
    Person,

    /// <summary>Yes or no.</summary>
    Checkbox,
}

/// <summary>Something that can be chosen in a field.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Retired">Whether it is kept where it was chosen, and offered no more.</param>
public sealed record FieldChoice(Guid Id, string Name, bool Retired = false);

/// <summary>Something a firm keeps of each docket of a kind.</summary>
/// <param name="Id">Identity: renamed or moved, it is the same field.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Type">What it holds.</param>
/// <param name="Unit">Unit of a number: "m"; empty for none.</param>
/// <param name="Choices">What can be chosen, in order; empty for other types.</param>
/// <param name="NeededFrom">The stage that cannot be entered while it is empty; null when it may stay empty.</param>
/// <param name="InHead">Whether it stands in a docket's head.</param>
/// <param name="PartySees">Whether the party on the other side sees it on its page.</param>
/// <param name="Retired">Whether it is kept where it was filled in, and asked for no more.</param>
public sealed record Field(
    FieldId Id,
    string Name,
    FieldType Type,
    string Unit = "",
    ImmutableArray<FieldChoice> Choices = default,
    StageId? NeededFrom = null,
    bool InHead = false,
    bool PartySees = false,
    bool Retired = false
)
{
    /// <summary>What can be chosen, in order; empty for other types.</summary>
    public ImmutableArray<FieldChoice> Choices { get; init; } = Choices.IsDefault ? [] : Choices;
}
