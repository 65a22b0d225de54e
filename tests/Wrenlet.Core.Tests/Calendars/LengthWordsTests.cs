using NodaTime;
using Shouldly;
using Wrenlet.Core.Calendars;
using Xunit;

namespace Wrenlet.Core.Tests.Calendars;

public sealed class LengthWordsTests
{
    [Theory]
    [InlineData("1:30", 90)]
    [InlineData("90 min", 90)]
    [InlineData("90min", 90)]
    [InlineData("1.5 h", 90)]
    [InlineData("1,5", 90)]
    [InlineData("2", 120)]
    [InlineData("1h30", 90)]
    [InlineData("1 h 30 min", 90)]
    [InlineData("2 hours", 120)]
    [InlineData("2 hours and 15 minutes", 135)]
    [InlineData("half an hour", 30)]
    [InlineData("an hour and a half", 90)]
    [InlineData("0:05", 5)]
    [InlineData("0", 0)]
    public void A_length_is_read_as_people_type_it(string words, int minutes) =>
        LengthWords.Read(words).ShouldBe(Duration.FromMinutes(minutes));

    [Theory]
    [InlineData("")]
    [InlineData("soon")]
    [InlineData("1:75")]
    [InlineData("-2")]
    [InlineData("1 week")]
    [InlineData("99999999")]
    [InlineData("20000")]
    public void What_is_no_length_is_not_guessed(string words) => LengthWords.Read(words).ShouldBeNull();
}
