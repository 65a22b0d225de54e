using CsCheck;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports;

namespace Wrenlet.Core.Tests.Conversations;

public class TimeAxisTests
{
    private static readonly WorkCalendar Pontoon = new(
        Yard.Lisbon,
        new WorkWeek(
            Enumerable
                .Range(1, 5)
                .Select(d => KeyValuePair.Create((IsoDayOfWeek)d, new Shift(new LocalTime(8, 0), new LocalTime(17, 0))))
                .Append(
                    KeyValuePair.Create(IsoDayOfWeek.Saturday, new Shift(new LocalTime(9, 0), new LocalTime(13, 0)))
                )
        ),
        []
    );

    private static TimeAxis Around(string now) =>
        TimeAxis.Around([Yard.Hours, Pontoon], Yard.At(now), Duration.FromHours(4), Duration.FromHours(9));

    [Fact]
    public void Yesterday_afternoon_stands_beside_this_morning()
    {
        var pieces = Around("2026-04-14T08:40").Pieces;
        Yard.Local(pieces[0].From).ShouldBe("2026-04-13T13:40");
        pieces.Select(p => p.Open).ShouldBe([true, false, true, false, true]);
        Yard.Local(pieces[^1].To).ShouldBe("2026-04-15T08:40");
        pieces[1].Width.ShouldBeLessThan(0.02);
        pieces.Sum(p => p.Width).ShouldBe(1, 1e-9);
    }

    [Fact]
    public void Equal_working_time_has_equal_width()
    {
        var axis = Around("2026-04-14T08:40");
        double Width(string from, string to) => axis.PlaceOf(Yard.At(to)) - axis.PlaceOf(Yard.At(from));
        Width("2026-04-13T15:00", "2026-04-13T16:00").ShouldBe(Width("2026-04-14T11:00", "2026-04-14T12:00"), 1e-9);
    }

    [Fact]
    public void Where_one_queue_works_and_another_rests_is_told()
    {
        var axis = Around("2026-04-17T16:00");
        axis.ClosedFor(Yard.Hours).Select(s => Yard.Local(s.From)).ShouldBe(["2026-04-18T09:00"]);
        axis.ClosedFor(Pontoon).ShouldBeEmpty();
    }

    [Fact]
    public void Places_rise_with_time_and_stay_on_the_axis() =>
        Gen.Select(Gen.Int[0, 60_000], Gen.Int[-20_000, 20_000], Gen.Int[0, 4000])
            .Sample(
                (begin, away, on) =>
                {
                    var now = Yard.At("2026-03-20T00:00") + Duration.FromMinutes(begin);
                    var axis = TimeAxis.Around(
                        [Yard.Hours, Pontoon],
                        now,
                        Duration.FromHours(4),
                        Duration.FromHours(9)
                    );
                    var (a, b) = (
                        axis.PlaceOf(now + Duration.FromMinutes(away)),
                        axis.PlaceOf(now + Duration.FromMinutes(away + on))
                    );
                    a.ShouldBeInRange(0, 1);
                    b.ShouldBeGreaterThanOrEqualTo(a);
                }
            );
}

public class SuggestingTests
{
    private static readonly Crew Engines = Yard.Crews.Single(c => c.Name == "engines");
    private static readonly Instant Morning = Yard.At("2026-04-14T08:40");

    private static Candidate Who(string name, AnswerLoad load = default, int answered = 0, bool here = false) =>
        new(Yard.Named(name), Yard.Hours, load, answered, here);

    private static IReadOnlyList<Suggestion> Best(params Candidate[] candidates) =>
        Suggesting.Best(candidates, new Place.Outside(DocketSight.Open, null), Engines, [], null, "Leocadia", Morning);

    [Fact]
    public void The_crew_on_duty_comes_first_the_lighter_load_before_the_heavier()
    {
        var best = Best(
            Who("Ines"),
            Who("Mateus", new AnswerLoad(1, 1, 1, 0, 0)),
            Who("Hanneke", new AnswerLoad(0, 0, 1, 0, 0))
        );
        best.Select(s => s.Person.FirstName).ShouldBe(["Hanneke", "Ines", "Mateus"]);
        best[0].Reasons.ShouldBe(["on duty (engines)", "working now", "1 open"]);
    }

    [Fact]
    public void Whoever_has_answered_the_party_before_is_preferred_among_equals()
    {
        var best = Best(Who("Mateus"), Who("Hanneke", answered: 4));
        best[0].Person.FirstName.ShouldBe("Hanneke");
        best[0].Reasons.ShouldContain("has answered Leocadia 4 times");
    }

    [Fact]
    public void Whoever_is_away_is_behind_and_it_is_said_until_when()
    {
        var away = Who("Hanneke") with
        {
            Hours = new WorkCalendar(
                Yard.Lisbon,
                WorkWeek.Days(
                    IsoDayOfWeek.Wednesday,
                    IsoDayOfWeek.Friday,
                    new Shift(new LocalTime(9, 0), new LocalTime(13, 0))
                ),
                []
            ),
        };
        var best = Best(away, Who("Mateus"));
        best[0].Person.FirstName.ShouldBe("Mateus");
        best[1].Reasons[^1].ShouldBe("away until Wed 09:00");
    }

    [Fact]
    public void Whom_the_rota_has_on_duty_comes_before_the_rest_of_the_crew()
    {
        var best = Suggesting.Best(
            [Who("Hanneke"), Who("Mateus", new AnswerLoad(0, 1, 1, 0, 0))],
            new Place.Outside(DocketSight.Open, null),
            Engines,
            [Yard.Named("Mateus").Id],
            null,
            "Leocadia",
            Morning
        );
        best[0].Person.FirstName.ShouldBe("Mateus");
        best[0].Reasons.ShouldContain("on duty now");
        best[1].Reasons.ShouldNotContain(r => r.Contains("engines", StringComparison.Ordinal));
    }

    [Fact]
    public void Neither_the_owner_nor_who_does_not_see_it_is_suggested()
    {
        var limited = new Place.Outside(
            DocketSight.Only([Yard.Named("Hanneke").Id, Yard.Named("Mateus").Id], []),
            null
        );
        Suggesting
            .Best(
                [Who("Hanneke"), Who("Mateus"), Who("Ines")],
                limited,
                Engines,
                [],
                Yard.Named("Hanneke").Id,
                "Leocadia",
                Morning
            )
            .Select(s => s.Person.FirstName)
            .ShouldBe(["Mateus"]);
    }
}

public class RouterTests
{
    private static readonly Guid Afloat = Guid.CreateVersion7();
    private static readonly Guid Accounts = Guid.CreateVersion7();
    private static readonly Guid NewWork = Guid.CreateVersion7();

    private static readonly Lesson[] Lessons =
    [
        .. new[]
        {
            "The bilge pump runs and she is taking on water",
            "Water is coming in at the stern gland",
            "She is sinking at her berth, please come",
            "Fuel smell on board at the pontoon",
            "The mooring line has chafed through and she drifts",
        }.Select(t => new Lesson(t, Afloat)),
        .. new[]
        {
            "I have a question about my invoice",
            "The bill for March seems too high",
            "Can I pay the invoice in two parts?",
            "Please send the receipt for the payment",
            "The amount on the bill is not what we agreed",
        }.Select(t => new Lesson(t, Accounts)),
        .. new[]
        {
            "Could you quote for a new mast?",
            "We would like a price for osmosis treatment",
            "Do you have a place for winter storage?",
            "What would painting the hull cost?",
            "I would like an offer for new rigging",
        }.Select(t => new Lesson(t, NewWork)),
    ];

    [Fact]
    public void It_places_by_words_and_says_which_decided()
    {
        var guess = Router.Learn(Lessons).Place("The invoices for the pump are wrong, I paid that bill already");
        guess.Queue.ShouldBe(Accounts);
        guess.Words.ShouldContain("bill");
        guess.Certainty.ShouldBeInRange(0, 1);
    }

    [Fact]
    public void What_it_knows_no_word_of_stays_unsorted()
    {
        var guess = Router.Learn(Lessons).Place("xyzzy plugh");
        guess.Queue.ShouldBeNull();
        guess.Sure.ShouldBeFalse();
    }

    [Fact]
    public void With_no_lessons_or_one_queue_it_is_never_sure()
    {
        Router.Learn([]).Place("a pump leaks").Sure.ShouldBeFalse();
        Router.Learn([.. Lessons.Where(l => l.Queue == Afloat)]).Place("the pump leaks").Sure.ShouldBeFalse();
    }

    [Fact]
    public void A_higher_threshold_leaves_more_unsorted_and_is_right_at_least_as_often()
    {
        var (low, high) = (Router.Learn(Lessons, 0.3).OnItsLessons(), Router.Learn(Lessons, 0.85).OnItsLessons());
        high.Placed.ShouldBeLessThanOrEqualTo(low.Placed);
        high.Accuracy.ShouldBeGreaterThanOrEqualTo(low.Accuracy);
        low.Confusion.Sum(c => c.Count).ShouldBe(Lessons.Length);
    }

    [Fact]
    public void Its_certainty_rises_with_how_decided_it_is_and_a_queue_with_many_lessons_does_not_swallow_the_others()
    {
        Lesson[] uneven =
        [
            .. Enumerable
                .Range(0, 40)
                .Select(i => new Lesson($"Please quote for boat number {i}, a price for the work", NewWork)),
            .. Lessons.Where(l => l.Queue != NewWork),
        ];
        Router.Learn(uneven).Place("Water is coming in, the pump does not stop").Queue.ShouldBe(Afloat);
    }

    [Fact]
    public void A_lesson_is_guessed_without_itself()
    {
        // Each text has only words of its own: with itself it would be right each time, without itself it knows
        // nothing.
        var alone = Enumerable
            .Range(0, 12)
            .Select(i => new Lesson(
                $"uniqueword{(char)('a' + i)}{(char)('a' + i)}{(char)('a' + i)}",
                i % 2 == 0 ? Afloat : Accounts
            ))
            .ToList();
        Router.Learn(alone).OnItsLessons().Placed.ShouldBe(0);
    }
}

public class ResponsesTests
{
    private static readonly ResponseGoal Goal = new(Duration.FromHours(2), Duration.FromHours(4));
    private static readonly PersonId Odalys = Yard.Named("Odalys").Id;

    private static Said In(string at) => new(Yard.At(at), true, null);

    private static Said Out(string at) => new(Yard.At(at), false, Odalys);

    [Fact]
    public void A_wait_runs_from_the_first_unanswered_message_in_working_time()
    {
        var responses = Responses
            .Of(
                [
                    In("2026-04-13T16:30"),
                    In("2026-04-13T16:50"),
                    Out("2026-04-14T09:00"),
                    Out("2026-04-14T09:30"),
                    In("2026-04-14T10:00"),
                    Out("2026-04-14T15:00"),
                ],
                Goal,
                Yard.Hours
            )
            .ToList();
        responses.Count.ShouldBe(2);
        responses[0]
            .ShouldBe(
                new Response(
                    Yard.At("2026-04-13T16:30"),
                    Yard.At("2026-04-14T09:00"),
                    Duration.FromMinutes(90),
                    Goal.FirstReply,
                    true,
                    Odalys
                )
            );
        responses[0].Within.ShouldBeTrue();
        responses[1].Within.ShouldBeFalse();
    }

    [Fact]
    public void Percentiles_are_by_nearest_rank()
    {
        var figures = ResponseFigures.Of(
            Enumerable
                .Range(1, 10)
                .Select(i => new Response(
                    default,
                    default,
                    Duration.FromMinutes(i * 10),
                    Duration.FromMinutes(70),
                    true,
                    Odalys
                ))
        );
        figures.Median.ShouldBe(Duration.FromMinutes(50));
        figures.Ninetieth.ShouldBe(Duration.FromMinutes(90));
        figures.Within.ShouldBe(0.7);
        ResponseFigures.Of([]).Count.ShouldBe(0);
    }

    [Fact]
    public void Waits_alternate_and_the_last_runs_until_now_unless_settled()
    {
        Said[] said = [In("2026-04-14T08:00"), Out("2026-04-14T09:00"), In("2026-04-14T12:00")];
        Responses
            .Waits(said, Yard.At("2026-04-14T12:30"), false, Yard.Hours)
            .ShouldBe([
                new Wait(true, Duration.FromHours(1)),
                new Wait(false, Duration.FromHours(3)),
                new Wait(true, Duration.FromMinutes(30)),
            ]);
        Responses.Waits(said, Yard.At("2026-04-14T12:30"), true, Yard.Hours).Count().ShouldBe(2);
    }

    [Fact]
    public void What_comes_is_counted_by_the_yards_hours_and_duty_by_the_share_of_the_hour()
    {
        Responses.ByHour([Yard.At("2026-04-14T08:59"), Yard.At("2026-04-14T08:00")], Yard.Lisbon)[1][8].ShouldBe(2);
        var duty = Responses.OnDuty([
            (
                WorkWeek.Days(
                    IsoDayOfWeek.Monday,
                    IsoDayOfWeek.Monday,
                    new Shift(new LocalTime(8, 30), new LocalTime(10, 0))
                ),
                2
            ),
        ]);
        duty[0][8].ShouldBe(1);
        duty[0][9].ShouldBe(2);
        duty[0][10].ShouldBe(0);
        duty[1].Sum().ShouldBe(0);
    }
}
