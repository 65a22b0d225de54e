using Wrenlet.Formats.People;

namespace Wrenlet.Formats.Tests.People;

public class PhoneNumberTests
{
    [Theory]
    [InlineData("912 345 678", "PT", "+351912345678")]
    [InlineData("+351 912 345 678", "PT", "+351912345678")]
    [InlineData("00351912345678", "PT", "+351912345678")]
    [InlineData("(020) 7946 0018", "GB", "+442079460018")]
    [InlineData("+44 20 7946 0018", "PT", "+442079460018")]
    [InlineData("+351 912 345 678", "", "+351912345678")]
    public void A_number_is_known_as_it_is_written_at_home_and_abroad(string text, string country, string expected)
    {
        var (number, wrong) = PhoneNumber.Read(text, country);
        wrong.ShouldBeNull();
        number.ShouldBe(expected);
    }

    [Theory]
    [InlineData("912", "PT", "too short")]
    [InlineData("+351 912 345 678 912 345", "PT", "too long")]
    [InlineData("call me", "PT", "is not a telephone number")]
    [InlineData("", "PT", "is not a telephone number")]
    [InlineData("912 345 678", "", "no country code")]
    [InlineData("+999 123 456 789", "PT", "country code")]
    [InlineData("+351 012 345 678", "PT", "not in use as a number in")]
    public void What_is_no_number_is_refused_with_what_to_look_for(string text, string country, string part)
    {
        var (number, wrong) = PhoneNumber.Read(text, country);
        number.ShouldBeNull();
        wrong.ShouldNotBeNull().ShouldContain(part);
    }

    [Theory]
    [InlineData("+351912345678", "PT", "912 345 678")]
    [InlineData("+351912345678", "GB", "+351 912 345 678")]
    [InlineData("no number", "PT", "no number")]
    public void A_number_is_shown_as_it_is_dialled_from_here(string number, string country, string shown) =>
        PhoneNumber.Shown(number, country).ShouldBe(shown);

    [Theory]
    [InlineData("912345678", "PT")]
    [InlineData("+442079460018", "GB")]
    public void What_is_shown_is_read_as_the_same_number(string text, string country)
    {
        var number = PhoneNumber.Read(text, country).Number.ShouldNotBeNull();
        PhoneNumber.Read(PhoneNumber.Shown(number, country), country).Number.ShouldBe(number);
    }
}
