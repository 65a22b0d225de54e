using System.Collections.Immutable;
using System.Globalization;
using NodaTime.Text;

namespace Wrenlet.Core.Dockets;

/// <summary>
/// What a field of a docket holds: its text as it is stored and compared, and a number by which it is put in order.
/// Text is as it was written; a number and a sum are invariant decimals; a date is ISO 8601; a choice and a person are
/// their identity; a checkbox is "yes". Nothing is stored for what is empty.
/// </summary>
/// <param name="Stored">Never empty.</param>
/// <param name="Order">Of numbers, sums, dates and checkboxes; null for words.</param>
public readonly record struct FieldValue(string Stored, double? Order = null);

/// <summary>Reads and shows what fields hold.</summary>
public static class FieldValues
{
    private const int LongestLine = 200;
    private const int LongestText = 4_000;

    /// <summary>Reads what was filled in.</summary>
    /// <param name="field">The field.</param>
    /// <param name="given">What was given, in the form in which it is stored; null or blank for nothing.</param>
    /// <param name="isStaff">Whether an identity is one of the staff.</param>
    /// <returns>The value, null for nothing; or what is wrong with it, in a sentence.</returns>
    public static (FieldValue? Value, string? Wrong) Read(Field field, string? given, Func<Guid, bool> isStaff)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(isStaff);
        var text = given?.Trim() ?? "";
        if (text.Length == 0)
            return (null, null);
        return field.Type switch
        {
            FieldType.Text when text.Length > LongestLine => (
                null,
                Texts.CanHaveCharactersShorten(field.Name, LongestLine)
            ),
            FieldType.LongText when text.Length > LongestText => (
                null,
                Texts.CanHaveCharactersShortenIt(field.Name, LongestText)
            ),
            FieldType.Text => (new FieldValue(text.ReplaceLineEndings(" ")), null),
            FieldType.LongText => (new FieldValue(text), null),
            FieldType.Number => Decimal(text) is { } number
                ? (new FieldValue(Plain(number), (double)number), null)
                : (null, Texts.IsNumberSuchAs(field.Name)),
            FieldType.Money => Decimal(text) is { } sum && decimal.Round(sum, 2) == sum
                ? (new FieldValue(sum.ToString("0.00", CultureInfo.InvariantCulture), (double)sum), null)
                : (null, Texts.IsSumSuchAs(field.Name)),
            FieldType.Date => LocalDatePattern.Iso.Parse(text)
                is { Success: true, Value: { Year: > 1900 and < 3000 } day }
                ? (new FieldValue(LocalDatePattern.Iso.Format(day), OrderOf(day)), null)
                : (null, Texts.IsDateSuchAs(field.Name)),
            FieldType.Choice => Guid.TryParse(text, out var choice) && field.Choices.Any(c => c.Id == choice)
                ? (
                    new FieldValue(choice.ToString(), field.Choices.IndexOf(field.Choices.First(c => c.Id == choice))),
                    null
                )
                : (null, Texts.ThatNotOneChoices(field.Name)),
            FieldType.Person => Guid.TryParse(text, out var person) && isStaff(person)
                ? (new FieldValue(person.ToString()), null)
                : (null, Texts.IsOneYourColleagues(field.Name)),
            FieldType.Checkbox => text switch
            {
                "yes" => (new FieldValue("yes", 1), null),
                "no" => (null, null),
                _ => (null, Texts.IsYesOrNo(field.Name)),
            },
            _ => throw new ArgumentOutOfRangeException(nameof(field), field.Type, "Unknown type of field."),
        };
    }

    /// <summary>What a field holds, as people read it; empty for nothing.</summary>
    /// <param name="field">The field.</param>
    /// <param name="value">What it holds; null for nothing.</param>
    /// <param name="nameOf">Name of a person.</param>
    /// <param name="day">A day in the firm's way of writing.</param>
    public static string Shown(
        Field field,
        FieldValue? value,
        Func<Guid, string> nameOf,
        Func<NodaTime.LocalDate, string> day
    )
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(nameOf);
        ArgumentNullException.ThrowIfNull(day);
        if (value is not { Stored: var stored })
            return "";
        return field.Type switch
        {
            FieldType.Number => field.Unit.Length == 0 ? stored : $"{stored} {field.Unit}",
            FieldType.Money => decimal.Parse(stored, CultureInfo.InvariantCulture)
                .ToString("N2", CultureInfo.InvariantCulture),
            FieldType.Date => day(LocalDatePattern.Iso.Parse(stored).Value),
            FieldType.Choice => field.Choices.FirstOrDefault(c => c.Id == Guid.Parse(stored))?.Name ?? "",
            FieldType.Person => nameOf(Guid.Parse(stored)),
            FieldType.Checkbox => "yes",
            _ => stored,
        };
    }

    /// <summary>The fields that have to be filled in before a docket can stand where it is to, in order.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="filled">The fields that hold something.</param>
    public static ImmutableArray<Field> Missing(Kind kind, IReadOnlyCollection<FieldId> filled)
    {
        ArgumentNullException.ThrowIfNull(kind);
        return [.. kind.Fields.Where(f => f is { Retired: false, NeededFrom: not null } && !filled.Contains(f.Id))];
    }

    /// <summary>The number by which a day is put in order.</summary>
    public static double OrderOf(NodaTime.LocalDate day) => NodaTime.Period.DaysBetween(Epoch, day);

    private static readonly NodaTime.LocalDate Epoch = new(1970, 1, 1);

    private static decimal? Decimal(string text) =>
        decimal.TryParse(
            text,
            NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint | NumberStyles.AllowThousands,
            CultureInfo.InvariantCulture,
            out var number
        )
        && Math.Abs(number) < 1_000_000_000_000m
            ? number
            : null;

    /// <summary>Without zeros that say nothing: 12.50 is 12.5.</summary>
    private static string Plain(decimal number) => number.ToString("0.############", CultureInfo.InvariantCulture);
}
