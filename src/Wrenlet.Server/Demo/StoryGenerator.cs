using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Server.Demo;

/// <summary>The stock of phrases from which the half year behind the stories is made.</summary>
internal sealed record Stock(
    int Seed,
    Dictionary<string, int> FirstNumber,
    string[] Things,
    string[] Customers,
    Topic[] Topics
);

/// <summary>What a kind of work sounds like.</summary>
internal sealed record Topic(
    string Kind,
    string Subject,
    string Queue,
    string[] Crew,
    string[] Open,
    string[] Reply,
    string[] More,
    string[] Note,
    string[] Task,
    string[] Close
);

/// <summary>Makes dockets of the past half year: the same ones from the same seed.</summary>
internal sealed class StoryGenerator(Stock stock, Kinds kinds, WorkCalendar calendar, LocalDateTime present)
{
    private const int Dockets = 38;
    private readonly Random _random = new(stock.Seed);

    public IEnumerable<Story> Stories()
    {
        var numbers = new Dictionary<string, int>(stock.FirstNumber);
        var first = present.Date.PlusDays(-182);
        for (var i = 0; i < Dockets; i++)
        {
            var topic = stock.Topics[i % stock.Topics.Length];
            var begin = first.PlusDays((int)(i * 178.0 / Dockets) + _random.Next(3));
            var kind = kinds.All.First(k => k.Name.Equals(topic.Kind, StringComparison.OrdinalIgnoreCase));
            yield return One(
                topic,
                kind,
                new DocketRef(kind.Numbering.Letters, numbers[topic.Kind]++),
                stock.Things[i % stock.Things.Length],
                stock.Customers[i % stock.Customers.Length],
                begin,
                i % 7 == 0
            );
        }
    }

    private Story One(
        Topic topic,
        Kind kind,
        DocketRef reference,
        string thing,
        string customer,
        LocalDate begin,
        bool slow
    )
    {
        var length = _random.Next(9, 15);
        var at = calendar.WorkingDayFrom(begin) + new LocalTime(8, _random.Next(5, 59));
        var story = new Story
        {
            Ref = reference,
            Subject = $"{thing}: {topic.Subject}",
            Customer = customer,
            Queue = topic.Queue,
            Site = kind.FromTalk && topic.Queue != "Accounts" ? "Pontoon" : "Upper Yard",
            Owner = _random.Next(3) == 0 ? topic.Crew[0] : "Odalys Brandt",
        };
        string Words(string[] from) =>
            from[_random.Next(from.Length)]
                .Replace("{thing}", thing, StringComparison.Ordinal)
                .Replace("{n}", $"{_random.Next(13, 26) / 2.0:0.#}", StringComparison.Ordinal);
        void Say(string who, string lane, string[] from, bool close = false)
        {
            var words = Words(from);
            if (story.Entries.Any(e => e.Body == words) && from.Length > 2)
                words = Words(from);
            story.Entries.Add(new(at, who, lane, null, null, words, [], close));
        }

        void Later(int leastMinutes, int mostMinutes) =>
            at = calendar
                .Add(calendar.FirstMoment(at), Duration.FromMinutes(_random.Next(leastMinutes, mostMinutes)))
                .InZone(calendar.Zone)
                .LocalDateTime;

        Say(customer, "outside", topic.Open);
        for (var round = 0; round < length; round++)
        {
            // Most are answered within the queue's goal, some are not.
            Later(8, _random.Next(slow ? 2 : 6) == 0 ? 900 : 170);
            Say(_random.Next(4) == 0 ? topic.Crew[0] : "Odalys Brandt", "outside", topic.Reply);
            Later(60, 1500);
            Say(topic.Crew[_random.Next(topic.Crew.Length)], "inside", topic.Note);
            if (_random.Next(2) == 0)
                Promise(story, topic, at, Words(topic.Task));
            if (_random.Next(3) > 0)
            {
                Later(20, 600);
                Say("Odalys Brandt", "inside", topic.Note);
            }

            Later(60, 2100);
            Say(customer, "outside", topic.More);
        }

        Later(20, 400);
        Say("Odalys Brandt", "outside", topic.Close, close: true);
        story.Entries.RemoveAll(e => e.At >= present.PlusHours(-2));
        if (
            story.Entries.FindLast(e => e.Lane == "outside") is { } last
            && last.Author == customer
            && _random.Next(5) > 0
        )
            Answer(story, last, Words(topic.Reply));
        story.Closed = story.Entries[^1].Close;
        var stages = kind.Stages;
        story.Stage = (
            story.Closed ? stages[^1] : stages[Math.Clamp(story.Entries.Count / 8, 1, stages.Length - 2)]
        ).Name;
        story.Fields.AddRange(DemoKinds.Filled(kind, thing));
        return story;
    }

    /// <summary>Most customers have been answered by the scenario's present.</summary>
    private void Answer(Story story, Said last, string words)
    {
        var at = calendar
            .Add(calendar.FirstMoment(last.At), Duration.FromMinutes(_random.Next(15, 90)))
            .InZone(calendar.Zone)
            .LocalDateTime;
        if (at < present.PlusMinutes(-30))
            story.Entries.Add(new(at, "Odalys Brandt", "outside", null, null, words, []));
    }

    private void Promise(Story story, Topic topic, LocalDateTime at, string title)
    {
        var due = calendar.AddWorkingDays(at.Date, _random.Next(1, 8)) + calendar.ClosingTime(at.Date);
        LocalDateTime? done =
            due.PlusHours(_random.Next(-20, 4)) is var d && d < present.PlusHours(-3) && d > at && _random.Next(25) > 0
                ? d
                : null;
        story
            .Entries[^1]
            .Tasks.Add(
                new(
                    [topic.Crew[_random.Next(topic.Crew.Length)]],
                    due,
                    (Core.Dockets.Priority)Math.Clamp(_random.Next(1, 5), 1, 3),
                    _random.Next(1, 9) * 30,
                    done,
                    null,
                    title
                )
            );
    }
}
