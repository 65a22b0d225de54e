using PhoneNumbers;

namespace Wrenlet.Formats.People;

/// <summary>Reads telephone numbers as people write them.</summary>
public static class PhoneNumber
{
    private static readonly PhoneNumberUtil Util = PhoneNumberUtil.GetInstance();

    /// <summary>The number in E.164 (ITU-T E.164), or what is wrong with it.</summary>
    /// <param name="text">The number as typed or received.</param>
    /// <param name="country">ISO 3166 code of the country whose numbers need no country code; empty for none.</param>
    /// <returns>Number or, when that is null, what is wrong and what to do.</returns>
    public static (string? Number, string? Wrong) Read(string text, string country)
    {
        var home = country.Length == 2 ? country : "ZZ";
        try
        {
            var number = Util.Parse(text, home);
            var result = Util.IsPossibleNumberWithReason(number);
            if (result is not PhoneNumberUtil.ValidationResult.IS_POSSIBLE)
                return (
                    null,
                    result switch
                    {
                        PhoneNumberUtil.ValidationResult.TOO_SHORT =>
                            $"{text} is too short for a telephone number. Look for missing digits.",
                        PhoneNumberUtil.ValidationResult.TOO_LONG =>
                            $"{text} is too long for a telephone number. Look for digits too many.",
                        PhoneNumberUtil.ValidationResult.INVALID_COUNTRY_CODE =>
                            $"{text} begins with a country code that does not exist. Correct what follows the plus.",
                        _ => $"{text} has a length that no telephone number there has. Count its digits.",
                    }
                );
            if (!Util.IsValidNumber(number))
                return (
                    null,
                    $"{text} is not in use as a number in {Place(number)}. Look for a digit that was swapped or left out."
                );
            return (Util.Format(number, PhoneNumberFormat.E164), null);
        }
        catch (NumberParseException wrong)
        {
            return (
                null,
                wrong.ErrorType switch
                {
                    ErrorType.INVALID_COUNTRY_CODE =>
                        $"{text} has no country code that is known. Begin with a plus and the country's code.",
                    ErrorType.TOO_SHORT_AFTER_IDD or ErrorType.TOO_SHORT_NSN =>
                        $"{text} is too short for a telephone number. Look for missing digits.",
                    ErrorType.TOO_LONG => $"{text} is too long for a telephone number. Look for digits too many.",
                    _ =>
                        $"{text} is not a telephone number. Write it in digits, with a plus and the country's code when it is from abroad.",
                }
            );
        }
    }

    /// <summary>
    /// A number in E.164 as people read it: as dialled at home where it is of this country, else with its country's
    /// code.
    /// </summary>
    public static string Shown(string number, string country)
    {
        try
        {
            var parsed = Util.Parse(number, "ZZ");
            return Util.Format(
                parsed,
                Util.GetRegionCodeForNumber(parsed) == country
                    ? PhoneNumberFormat.NATIONAL
                    : PhoneNumberFormat.INTERNATIONAL
            );
        }
        catch (NumberParseException)
        {
            return number;
        }
    }

    private static string Place(PhoneNumbers.PhoneNumber number)
    {
        var region = Util.GetRegionCodeForCountryCode(number.CountryCode);
        try
        {
            return new System.Globalization.RegionInfo(region).EnglishName;
        }
        catch (ArgumentException)
        {
            return region;
        }
    }
}
