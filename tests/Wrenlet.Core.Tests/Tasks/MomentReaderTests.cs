using Shouldly;
using Wrenlet.Core.Tasks.Words;
using Xunit;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Fields for a moment, read on Tuesday 14 April 2026 at 08:40.</summary>
public sealed class MomentReaderTests
{
    private static string? Read(string words, MomentSense sense) =>
        MomentReader.Read(words, sense, Yard.Setting, Yard.At("2026-04-14T08:40")) is { } read
            ? Yard.Local(read.At)
            : null;

    [Theory]
    [InlineData("thu 3pm", "2026-04-16T15:00")]
    [InlineData("Thu 15:00", "2026-04-16T15:00")]
    [InlineData("3pm", "2026-04-14T15:00")]
    [InlineData("15:00", "2026-04-14T15:00")]
    [InlineData("tomorrow", "2026-04-15T17:00")]
    [InlineData("tomorrow at 9", "2026-04-15T09:00")]
    [InlineData("Friday", "2026-04-17T17:00")]
    [InlineData("fri noon", "2026-04-17T12:00")]
    [InlineData("in 2 working days", "2026-04-16T17:00")]
    [InlineData("in 2 hours", "2026-04-14T10:40")]
    [InlineData("2 hours", "2026-04-14T10:40")]
    [InlineData("30 min", "2026-04-14T09:10")]
    [InlineData("16/4", "2026-04-16T17:00")]
    [InlineData("16 Apr", "2026-04-16T17:00")]
    [InlineData("16 April 2027", "2027-04-16T17:00")]
    [InlineData("2026-04-16", "2026-04-16T17:00")]
    [InlineData("2026-04-16 14:30", "2026-04-16T14:30")]
    [InlineData("next week", "2026-04-24T17:00")]
    [InlineData("in a month", "2026-05-14T17:00")]
    [InlineData("by thursday", "2026-04-16T17:00")]
    [InlineData("two days before the launch", "2026-04-26T17:00")]
    [InlineData("six tonight", "2026-04-14T18:00")]
    [InlineData("half seven tonight", "2026-04-14T19:30")]
    [InlineData("2 this afternoon", "2026-04-14T14:00")]
    [InlineData("6 in the morning on Friday", "2026-04-17T06:00")]
    [InlineData("Friday at 10 in the morning", "2026-04-17T10:00")]
    [InlineData("nine in the evening", "2026-04-14T21:00")]
    [InlineData("ten at night", "2026-04-14T22:00")]
    [InlineData("tomorrow morning at 6", "2026-04-15T06:00")]
    [InlineData("Thursday evening at 7", "2026-04-16T19:00")]
    [InlineData("tomorrow 8 sharp", "2026-04-15T08:00")]
    [InlineData("last thing on Friday", "2026-04-17T17:00")]
    [InlineData("by close on Friday", "2026-04-17T17:00")]
    [InlineData("in a fortnight's time", "2026-04-28T17:00")]
    [InlineData("mid May", "2026-05-15T17:00")]
    [InlineData("the first of June", "2026-06-01T17:00")]
    [InlineData("the evening before the 20th", "2026-04-19T20:00")]
    [InlineData("the morning before the launch", "2026-04-27T12:00")]
    [InlineData("Thursday or Friday at the latest", "2026-04-17T17:00")]
    public void By_when(string words, string at) => Read(words, MomentSense.By).ShouldBe(at);

    [Theory]
    [InlineData("thu 3pm", "2026-04-16T15:00")]
    [InlineData("tomorrow", "2026-04-15T08:00")]
    [InlineData("monday", "2026-04-20T08:00")]
    [InlineData("next week", "2026-04-20T08:00")]
    [InlineData("in an hour", "2026-04-14T09:40")]
    [InlineData("16/4", "2026-04-16T08:00")]
    [InlineData("2026-05-01", "2026-05-01T08:00")]
    [InlineData("from May", "2026-05-01T08:00")]
    [InlineData("from this week", "2026-04-14T08:00")]
    [InlineData("from the first of June", "2026-06-01T08:00")]
    public void From_when(string words, string at) => Read(words, MomentSense.From).ShouldBe(at);

    [Theory]
    [InlineData("yesterday", "2026-04-13T08:00")]
    [InlineData("monday", "2026-04-13T08:00")]
    [InlineData("friday", "2026-04-10T08:00")]
    [InlineData("12 March", "2026-03-12T08:00")]
    [InlineData("20 June", "2025-06-20T08:00")]
    [InlineData("3 days ago", "2026-04-11T08:00")]
    [InlineData("a month ago", "2026-03-14T08:00")]
    [InlineData("last week", "2026-04-06T08:00")]
    [InlineData("2025-12-01", "2025-12-01T08:00")]
    public void What_is_over(string words, string at) => Read(words, MomentSense.Past).ShouldBe(at);

    [Theory]
    [InlineData("")]
    [InlineData("soon")]
    [InlineData("call Ines thursday")]
    [InlineData("every monday")]
    [InlineData("2026-02-31")]
    [InlineData("32/4")]
    public void What_is_no_moment_is_not_guessed(string words)
    {
        Read(words, MomentSense.By).ShouldBeNull();
        Read(words, MomentSense.From).ShouldBeNull();
    }

    [Fact]
    public void A_bare_hour_has_another_reading() =>
        MomentReader
            .Read("thursday at 5", MomentSense.By, Yard.Setting, Yard.At("2026-04-14T08:40"))!
            .Value.Others.Select(Yard.Local)
            .ShouldHaveSingleItem();

    [Fact]
    public void What_is_offered_lies_ahead_or_behind_and_none_of_it_twice()
    {
        var now = Yard.At("2026-04-16T18:00");
        var ahead = MomentReader.Offers(MomentSense.By, Yard.Setting, now);
        // It is Thursday evening: today is over, and tomorrow is Friday.
        ahead.Select(o => o.Words).ShouldBe(["tomorrow", "next week", "in a month"]);
        ahead.ShouldAllBe(o => o.At > now);
        MomentReader
            .Offers(MomentSense.Past, Yard.Setting, now)
            .Select(o => o.Words)
            .ShouldBe(["today", "yesterday", "a week ago", "a month ago"]);
    }
}
