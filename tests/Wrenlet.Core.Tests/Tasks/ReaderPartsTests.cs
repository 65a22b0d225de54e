using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>What the reader makes of words once it has taken them: titles, times, names, guesses, and what it says of itself.</summary>
public class ReaderPartsTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    private static Draft One(string text) =>
        Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40")).ShouldHaveSingleItem(text);

    [Theory]
    [InlineData("Kit, would you mind fetching the ladder?", "Fetch the ladder")]
    [InlineData("The gate needs painting", "Paint the gate")]
    [InlineData("The bilge alarm must be tested before Saturday", "Test the bilge alarm")]
    [InlineData("The crate needs a new lid by Thursday", "New lid for the crate")]
    [InlineData("Kit, the tail lift creaks, could you grease it by Thursday?", "Grease the tail lift")]
    [InlineData("The back wall wobbles, Ines, please brace it", "Brace the back wall")]
    [InlineData("@Kit pls fwd me the letter", "Forward Odalys the letter")]
    [InlineData("Ines: bring my torch back by noon", "Bring Odalys's torch back")]
    [InlineData("I'll bring my torch tomorrow", "Bring my torch")]
    [InlineData("Someone please sweep the shed", "Sweep the shed")]
    [InlineData("@Ines please measure the new bolts by Wednesday noon, see #T-312", "Measure the new bolts")]
    public void A_title_is_what_is_left_in_the_base_form(string text, string title) =>
        One(text).Title.Value.ShouldBe(title);

    [Theory]
    [InlineData("The workshop rang, the ladder is ready, Kit fetch it at noon", "Fetch the ladder")]
    [InlineData("Dr Lowther called about his invoice again. Kit, ring him today", "Ring Dr Lowther")]
    [InlineData("Mrs Ashby has asked twice about her refund. Kit, please sort it today", "Sort Mrs Ashby's refund")]
    [InlineData(
        "Kit, the inspector wants the log. It's in the drawer under the kettle, please scan it today",
        "Scan the log"
    )]
    [InlineData(
        "The insurer rejected six claims because the code was wrong, Kit please correct them",
        "Correct the six claims"
    )]
    [InlineData("Dame Isolde rang, her crown is too big, Kit can you take it in?", "Take Dame Isolde's crown in")]
    [InlineData(
        "Mrs Cleave's cheque bounced, Kit please write her a friendly letter",
        "Write Mrs Cleave a friendly letter"
    )]
    [InlineData("The director wants the stairs wider, Kit please widen them by Friday", "Widen the stairs")]
    [InlineData("The zip on the red coat is gone, Kit please fix it today", "Fix the zip on the red coat")]
    public void What_it_and_they_mean_is_said(string text, string title) => One(text).Title.Value.ShouldBe(title);

    [Theory]
    [InlineData("Kit please tell Ines what you know about it", "Tell Ines what you know about it")]
    [InlineData("Kit, the weather is lovely, please ring them today", "Ring them")]
    [InlineData("Kit please write the label and put it on the crate", "Write the label and put it on the crate")]
    [InlineData("Mrs Pell is here, Kit please show him the hall", "Show him the hall")]
    public void What_they_mean_is_left_open_where_nothing_fits(string text, string title) =>
        One(text).Title.Value.ShouldBe(title);

    [Theory]
    [InlineData("Kit, when you're at the merchant's bring back a swatch", "Bring back a swatch")]
    [InlineData("Whoever has the keys for the shed bring them back please", "Bring the keys for the shed back")]
    [InlineData("If the lift man rings tell him I'm back at two", "Tell the lift man I'm back at two")]
    public void Work_is_found_behind_a_clause_without_a_mark(string text, string title) =>
        One(text).Title.Value.ShouldBe(title);

    [Fact]
    public void That_a_clause_stands_before_it_is_said_in_words()
    {
        var weighed = Reader.Examine(
            "When you're at the merchant's bring back a swatch",
            Yard.Named("Odalys").Id,
            Yard.At("2026-04-14T08:40")
        );
        weighed
            .Weighed.SelectMany(w => w.Features)
            .ShouldContain(f => f.Words.Contains("behind a clause", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("@Kit tell Ines that we launch on 28 April")]
    [InlineData("Kit, tell Ines the framed one goes out tomorrow")]
    [InlineData("Kit, could we come on a Saturday? Please ask Ines")]
    public void When_something_is_that_is_told_is_no_deadline(string text) =>
        Reader
            .Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
            .ShouldAllBe(d => d.Due == null && d.Owners != null);

    [Theory]
    [InlineData("The visit is on the 21st. Kit, please rope off the pit the evening before", "2026-04-20T20:00")]
    [InlineData("The visit is on the 21st. Kit, please rope off the pit two days before", "2026-04-19T17:00")]
    [InlineData("The visit is on the 21st. Kit, please rope off the pit a week before", "2026-04-14T17:00")]
    public void Before_alone_is_before_what_was_named_last(string text, string due) =>
        Yard.Local(One(text).Due.ShouldNotBeNull().Value).ShouldBe(due);

    [Theory]
    [InlineData("Springs by Thursday @Kit, 2 h", "Springs", "Kit Ramaswamy", "2026-04-16T17:00", 120)]
    [InlineData("Springs", "Springs", "-", "-", 0)]
    [InlineData("Ines: oil the hinges tomorrow, 30 min", "Oil the hinges", "Ines Kowal", "2026-04-15T17:00", 30)]
    [InlineData("oil the hinges, Ines", "Oil the hinges", "Ines Kowal", "-", 0)]
    [InlineData("Ring Ines about the hinges", "Ring Ines about the hinges", "-", "-", 0)]
    [InlineData("Could you fetch the ladder by noon", "Fetch the ladder", "-", "2026-04-14T12:00", 0)]
    [InlineData("Fetch the ladder in 2 hours", "Fetch the ladder", "-", "2026-04-14T10:40", 0)]
    [InlineData("1.5 h: the minutes of Thursday @office", "The minutes of Thursday", "office", "-", 90)]
    [InlineData(
        "@Kit @Ines lift the engine (3h) friday",
        "Lift the engine",
        "Kit Ramaswamy;Ines Kowal",
        "2026-04-17T17:00",
        180
    )]
    [InlineData("tomorrow", "tomorrow", "-", "-", 0)]
    [InlineData("small bolts", "small bolts", "-", "-", 0)]
    [InlineData("8 bolts M10, 2 spare", "8 bolts M10, 2 spare", "-", "-", 0)]
    public void A_line_is_a_task_with_what_it_says(string text, string title, string owners, string due, int minutes)
    {
        var line = Reader.ReadLine(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"));
        line.Title.ShouldBe(title);
        string.Join(
                ';',
                line.Owners.Select(o =>
                    o is TaskOwner.OfPerson p
                        ? Yard.Staff.Single(s => s.Id == p.Person).Name
                        : Yard.Crews.Single(c => c.Id == ((TaskOwner.OfCrew)o).Crew).Name
                )
            )
            .ShouldBe(owners == "-" ? "" : owners);
        (line.Due is { } at ? Yard.Local(at) : "-").ShouldBe(due);
        (line.Estimate?.TotalMinutes ?? 0).ShouldBe(minutes);
        line.SaysMore.ShouldBe(owners != "-" || due != "-" || minutes > 0);
    }

    [Fact]
    public void A_line_says_when_it_repeats_and_how_much_it_matters()
    {
        var line = Reader.ReadLine(
            "urgent: grease the winch every Monday",
            Yard.Named("Odalys").Id,
            Yard.At("2026-04-14T08:40")
        );
        (line.Title, line.Priority, line.Repeats).ShouldBe(
            ("Grease the winch", Priority.Critical, "FREQ=WEEKLY;BYDAY=MO")
        );
    }

    [Fact]
    public void Me_in_a_customers_words_is_the_customer() =>
        Reader
            .Read("Please show me the new berth", null, Yard.At("2026-04-14T08:40"), "Caspian Oduya")
            .ShouldHaveSingleItem()
            .Title.Value.ShouldBe("Show Caspian the new berth");

    [Theory]
    [InlineData("@Kit sweep the shed Thurs am", "2026-04-16T12:00")]
    [InlineData("@Kit sweep the shed on Sat 18th", "2026-04-18T17:00")]
    [InlineData("@Kit sweep the shed at 6 tomorrow morning", "2026-04-15T06:00")]
    [InlineData("@Kit sweep the shed until 6", "2026-04-14T18:00")]
    [InlineData("@Kit sweep the shed on the morning of the launch", "2026-04-28T12:00")]
    [InlineData("@Kit sweep the shed tomorrow night", "2026-04-15T20:00")]
    [InlineData("@Kit sweep the shed in July", "2026-07-31T17:00")]
    [InlineData("@Kit sweep the shed on Wednesday, seven o'clock", "2026-04-15T07:00")]
    public void Times_are_read_as_people_write_them(string text, string due)
    {
        var draft = One(text);
        Yard.Local(draft.Due.ShouldNotBeNull(text).Value).ShouldBe(due);
        draft.Title.Value.ShouldBe("Sweep the shed");
    }

    [Theory]
    [InlineData("@Kit sweep the shed quarterly", "FREQ=MONTHLY;INTERVAL=3", "2026-07-14T17:00")]
    [InlineData("@Kit sweep the shed yearly, first time on 4 May", "FREQ=YEARLY", "2026-05-04T17:00")]
    [InlineData("@Kit sweep the shed every night", "FREQ=DAILY", "2026-04-14T20:00")]
    [InlineData("@Kit sweep the shed every Sunday night", "FREQ=WEEKLY;BYDAY=SU", "2026-04-19T20:00")]
    public void Repetitions_say_when_they_begin(string text, string rule, string due)
    {
        var draft = One(text);
        draft.Repeats!.Value.ShouldBe(rule);
        Yard.Local(draft.Due!.Value).ShouldBe(due);
    }

    [Fact]
    public void A_number_with_a_comma_is_one_number()
    {
        var draft = One("@Wilhelmina insure the dinghy for 8,000");
        draft.Due.ShouldBeNull();
        draft.Title.Value.ShouldBe("Insure the dinghy for 8,000");
    }

    [Theory]
    [InlineData("could the rigging crew check the shrouds by Friday", "rigging")]
    [InlineData("engines: strip the pump by Friday", "engines")]
    public void A_crew_is_known_without_a_tag(string text, string crew) =>
        LabelledFile.Owners(One(text), Yard.Setting).ShouldBe(crew);

    [Theory]
    [InlineData("Kit, pick up the keys tonight, I've left them with Ines", "Kit Ramaswamy")]
    [InlineData("Pryderi got stuck this morning. Kit, write to the customer", "Kit Ramaswamy")]
    [InlineData("Make sure that nobody takes the saw until the rigging crew have signed it off", "-")]
    [InlineData("Kit, take the small van, Mateus says the big one has a warning light on", "Kit Ramaswamy")]
    public void Who_is_only_spoken_of_owns_nothing(string text, string owners) =>
        LabelledFile.Owners(One(text), Yard.Setting).ShouldBe(owners);

    [Fact]
    public void Each_item_of_a_list_has_its_own_name_and_day()
    {
        var drafts = Reader.Read(
            "1. Kit: sweep the shed\n2. Ines: oil the hinges by Friday\n3. order more rags",
            Yard.Named("Odalys").Id,
            Yard.At("2026-04-14T08:40")
        );
        drafts
            .Select(d => (LabelledFile.Owners(d, Yard.Setting), d.Due is { } due ? Yard.Local(due.Value) : "-"))
            .ShouldBe([("Kit Ramaswamy", "-"), ("Ines Kowal", "2026-04-17T17:00"), ("-", "-")]);
    }

    [Theory]
    [InlineData("Mrs Pell rang about her invoice. Kit, please sort it today", "Sort Mrs Pell's invoice")]
    [InlineData("Dr Lowther called. Kit, ring him by noon", "Ring Dr Lowther")]
    [InlineData(
        "The council sent the corrections this morning, Kit please go through them",
        "Go through the corrections"
    )]
    [InlineData("Kit the mats in the workshop need hoovering", "Hoover the mats in the workshop")]
    public void A_title_names_what_the_words_before_it_are_about(string text, string title) =>
        One(text).Title.Value.ShouldBe(title);

    [Fact]
    public void A_name_is_known_without_its_capital() =>
        One("mateus can u swap the batteries by fri")
            .Owners!.Value.ShouldBe([new TaskOwner.OfPerson(Yard.Named("Mateus").Id)]);

    [Fact]
    public void Who_signs_is_not_asked() =>
        LabelledFile
            .Owners(One("Hi Kit, could you sweep the shed by Friday? Thanks, Odalys"), Yard.Setting)
            .ShouldBe("Kit Ramaswamy");

    [Theory]
    [InlineData("@Kit launch the dinghy as soon as she has paid", Priority.Normal)]
    [InlineData("@Kit launch the dinghy as soon as possible", Priority.Critical)]
    [InlineData("@Kit mend the emergency ladder", Priority.Normal)]
    [InlineData("@Kit launch the dinghy when u get a min", Priority.Low)]
    public void Words_of_urgency_that_mean_something_else_are_left(string text, Priority priority) =>
        One(text).Priority.Value.ShouldBe(priority);

    [Fact]
    public void What_nearly_asks_is_guessed()
    {
        const string Text = "Somebody ought to have swept the shed";
        Reader.Read(Text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40")).ShouldBeEmpty();
        var guess = Reader.Guess("Hanneke, the pump", Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"));
        guess.ShouldNotBeNull().Title.Value.ShouldBe("The pump");
    }

    [Theory]
    [InlineData("")]
    [InlineData("…")]
    [InlineData("@Kit")]
    public void Where_there_is_nothing_to_do_there_is_no_guess(string text) =>
        Reader.Guess(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40")).ShouldBeNull();

    [Fact]
    public void A_draft_says_what_decided()
    {
        One("Kit, could you sweep the shed by Friday?").Title.Reason.ShouldContain("“could you” asks for it");
        One("@Kit the tide table, Thursday").Title.Reason.ShouldContain("Kit Ramaswamy is tagged");
    }

    [Fact]
    public void It_shows_what_it_saw_and_what_that_weighs()
    {
        const string Text = "Kit, could you sweep the shed by Friday? No rush.";
        var seen = Reader.Examine(Text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"));
        seen.Found.Select(f => (f.Kind, Text[f.Span.Start..f.Span.End]))
            .ShouldBe([
                (FoundKind.Name, "Kit"),
                (FoundKind.Cue, "could you"),
                (FoundKind.Time, "by Friday"),
                (FoundKind.Priority, "No rush"),
            ]);
        seen.Weighed.ShouldNotBeEmpty();
        seen.Weighed.ShouldAllBe(w => w.Certainty >= 0 && w.Certainty <= 1);
        foreach (var weighed in seen.Weighed)
            weighed.Features.Sum(f => f.Worth).ShouldBe(weighed.Score, 1e-9);
        var best = seen.Weighed[0];
        Text[best.Content.Start..best.Content.End].ShouldBe("sweep the shed by Friday");
    }

    [Fact]
    public void What_it_weighs_is_told_in_plain_words()
    {
        const string Text = "Kit, could you sweep the shed by Friday? No rush.";
        Reader
            .Examine(Text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
            .Weighed[0]
            .Features.Select(f => f.Words)
            .ShouldContain("a time is given with “by”, it opens with “could you” or the like");

        // Of every message that ships for learning, whatever is looked at in it.
        foreach (var row in LabelledFile.All())
        {
            var seen = new TaskReader(row.Message.Setting).Examine(
                row.Message.Text,
                row.Message.Author,
                row.Message.Sent
            );
            foreach (
                var feature in seen.Weighed.SelectMany(w => w.Features).Concat(seen.Placed.SelectMany(p => p.Features))
            )
            {
                feature.Words.Contains('|').ShouldBeFalse(feature.Name);
                feature.Words.ShouldNotMatch("“[A-Z][a-z]+([A-Z][a-z]+)*”", feature.Name);
                feature.Words.ShouldNotBe(feature.Name);
            }
        }
    }
}
