using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Messages of a piano workshop: the reader knows a firm's milestones and dates by whatever it calls them.</summary>
public class PianoWordsTests
{
    private static readonly Person Perpetua = Tuner("Perpetua Wick");
    private static readonly Person Ansel = Tuner("Ansel Gable");
    private static readonly Instant Sent = At("2026-04-14T09:00");

    private static readonly WorkCalendar Hours = new(
        DateTimeZoneProviders.Tzdb["Europe/London"],
        WorkWeek.Days(IsoDayOfWeek.Monday, IsoDayOfWeek.Friday, new Shift(new(9, 0), new(17, 30))),
        []
    );

    private static readonly TaskReader Reader = new(
        new ReaderSetting(
            Hours,
            true,
            [
                new Milestone("concert", At("2026-05-22T19:30")),
                new Milestone("collection day", At("2026-04-27T09:00")),
                new Milestone("Last tuned", At("2026-04-30T09:00")),
            ],
            [Perpetua, Ansel],
            [],
            []
        )
    );

    private static Person Tuner(string name) => new(new PersonId(Guid.CreateVersion7()), name, Role.Member, null, []);

    private static Instant At(string local) =>
        LocalDateTimePattern
            .CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm")
            .Parse(local)
            .Value.InZoneLeniently(DateTimeZoneProviders.Tzdb["Europe/London"])
            .ToInstant();

    [Theory]
    [InlineData("Please voice the hammers two days before the concert.", "2026-05-20T17:30")]
    [InlineData("Ansel, can you string it before the concert?", "2026-05-22T19:30")]
    [InlineData("Please clear the stairs the day before the collection day.", "2026-04-26T17:30")]
    [InlineData("Please book the van a week before the collection day.", "2026-04-20T17:30")]
    [InlineData("Please look at the pedals by Thursday.", "2026-04-16T17:30")]
    public void A_date_is_read_by_the_name_of_what_it_is_before(string words, string due) =>
        Reader.Read(words, Perpetua.Id, Sent).ShouldHaveSingleItem().Due.ShouldNotBeNull().Value.ShouldBe(At(due));

    [Fact]
    public void What_is_only_told_of_the_concert_is_no_task() =>
        Reader.Read("The concert went well, the audience loved the sound.", Perpetua.Id, Sent).ShouldBeEmpty();
}
