using System.ComponentModel.DataAnnotations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.Dockets;

/// <summary>A stage of a kind.</summary>
/// <param name="PublicName">What a customer is told of it; null for nothing.</param>
/// <param name="Retired">Whether nothing enters it any more.</param>
/// <param name="MovesTo">Where what stands in it goes when it is retired; null where nothing does. Only of what is
/// sent.</param>
public sealed record StageSetting(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(40)] string Name,
    [property: StringLength(60)] string? PublicName,
    bool Retired = false,
    Guid? MovesTo = null
);

/// <summary>A milestone that dockets of a kind have.</summary>
/// <param name="Stage">The stage that it is the entry or end of; null for neither.</param>
public sealed record KindMilestoneSetting(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(40)] string Name,
    Guid? Stage,
    bool AtEnd = false,
    bool Retired = false
);

/// <summary>A choice of a field.</summary>
public sealed record FieldChoiceSetting(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Name,
    bool Retired = false
);

/// <summary>A field of a kind.</summary>
/// <param name="Type">text, long-text, number, money, date, choice, person or checkbox; it stays what it was made.</param>
/// <param name="NeededFrom">The stage that waits until it is filled in; null for none.</param>
/// <param name="InHead">Whether it stands in a docket's head.</param>
/// <param name="PartySees">Whether a party sees it on its page.</param>
public sealed record FieldSetting(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(40)] string Name,
    [property: Required] string Type,
    [property: Required(AllowEmptyStrings = true), StringLength(12)] string Unit,
    [property: Required, MaxLength(KindRules.MostChoices)] IReadOnlyList<FieldChoiceSetting> Choices,
    Guid? NeededFrom,
    bool InHead = false,
    bool PartySees = false,
    bool Retired = false
);

/// <summary>A kind of docket as an administrator sets it.</summary>
/// <param name="Letters">One to three letters that its references begin with.</param>
/// <param name="NextNumber">The least number that the next docket gets.</param>
/// <param name="ByYear">Whether the count begins anew each year.</param>
/// <param name="WithParty">Whether there is usually a customer or partner on the other side.</param>
/// <param name="Queue">Where what the party writes waits; null for none in particular.</param>
/// <param name="Owner">Who answers for a new one; null for whoever makes it.</param>
/// <param name="FromTalk">Whether a conversation without a docket opens one of this kind.</param>
/// <param name="Retired">Whether no new docket of it is made.</param>
/// <param name="NextRef">The reference that the next docket gets; not read from what is sent.</param>
public sealed record KindSetting(
    Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(40)] string Name,
    [property: Required(AllowEmptyStrings = true), StringLength(40)] string Many,
    [property: Required(AllowEmptyStrings = true), StringLength(DocketRef.MostLetters)] string Letters,
    [property: Range(1, 99_999_999)] int NextNumber,
    bool ByYear,
    bool WithParty,
    Guid? Queue,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Site,
    Guid? Owner,
    bool FromTalk,
    bool Retired,
    [property: Required, MaxLength(KindRules.MostStages)] IReadOnlyList<StageSetting> Stages,
    [property: Required, MaxLength(KindRules.MostMilestones)] IReadOnlyList<KindMilestoneSetting> Milestones,
    [property: Required, MaxLength(KindRules.MostFields)] IReadOnlyList<FieldSetting> Fields,
    string? Version = null,
    string? NextRef = null
) : IVersioned
{
    /// <summary>A kind as it is shown.</summary>
    public static KindSetting Of(Kind kind)
    {
        ArgumentNullException.ThrowIfNull(kind);
        var shown = new KindSetting(
            kind.Id.Value,
            kind.Name,
            kind.Many,
            kind.Numbering.Letters,
            kind.Numbering.Next,
            kind.Numbering.ByYear,
            kind.Usual.WithParty,
            kind.Usual.Queue,
            kind.Usual.Site,
            kind.Usual.Owner?.Value,
            kind.FromTalk,
            kind.Retired,
            [.. kind.AllStages.Select(s => new StageSetting(s.Id.Value, s.Name, s.PublicName, s.Retired))],
            [
                .. kind.Milestones.Select(m => new KindMilestoneSetting(
                    m.Id.Value,
                    m.Name,
                    m.Stage?.Value,
                    m.AtEnd,
                    m.Retired
                )),
            ],
            [
                .. kind.Fields.Select(f => new FieldSetting(
                    f.Id.Value,
                    f.Name,
                    StoredWords.FieldTypes.Of(f.Type),
                    f.Unit,
                    [.. f.Choices.Select(c => new FieldChoiceSetting(c.Id, c.Name, c.Retired))],
                    f.NeededFrom?.Value,
                    f.InHead,
                    f.PartySees,
                    f.Retired
                )),
            ]
        );
        return shown with { Version = Versions.Of(shown) };
    }

    /// <summary>The kind that is meant; a field of an unknown type is none.</summary>
    /// <param name="before">The kind as it is: a field keeps its type. Null for a new one.</param>
    /// <param name="year">The year by the firm's calendar: a next number that is said now is said for it.</param>
    internal Kind Read(Kind? before, int year) =>
        new(
            new KindId(Id),
            Name.Trim(),
            Many.Trim(),
            new Numbering(
                Letters.Trim().ToUpperInvariant(),
                NextNumber,
                ByYear,
                before?.Numbering.Next == NextNumber ? before.Numbering.NextIn : year
            ),
            new KindUsual(WithParty, Queue, Site.Trim(), Owner is { } o ? new PersonId(o) : null),
            FromTalk,
            [
                .. Stages.Select(s => new Stage(
                    new StageId(s.Id),
                    s.Name.Trim(),
                    string.IsNullOrWhiteSpace(s.PublicName) ? null : s.PublicName.Trim(),
                    s.Retired
                )),
            ],
            [
                .. Milestones.Select(m => new KindMilestone(
                    new MilestoneId(m.Id),
                    m.Name.Trim(),
                    m.Stage is { } s ? new StageId(s) : null,
                    m.AtEnd,
                    m.Retired
                )),
            ],
            [
                .. Fields.Select(f => new Field(
                    new FieldId(f.Id),
                    f.Name.Trim(),
                    before?.Fields.FirstOrDefault(b => b.Id.Value == f.Id)?.Type
                        ?? StoredWords.FieldTypes.Parse(f.Type)
                        ?? FieldType.Text,
                    f.Unit.Trim(),
                    [.. f.Choices.Select(c => new FieldChoice(c.Id, c.Name.Trim(), c.Retired))],
                    f.NeededFrom is { } s ? new StageId(s) : null,
                    f.InHead,
                    f.PartySees,
                    f.Retired
                )),
            ],
            Retired
        );
}
