using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// Messages that say what is wrong and then what is to be done about it, what is needed and who sees to it, and what is only told
/// behind what is asked.
/// </summary>
public class ReaderMetTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData(
        "Kit, bed 2 drops on one side, it nearly threw Benedikta off this morning. Out of use until it has been seen, please put a sign on",
        "Kit: Put a sign on"
    )]
    [InlineData(
        "hull: wind noise in the loft. can you listen and say if we have to go up?",
        "hull: Listen and say if we have to go up"
    )]
    [InlineData(
        "Urgent, Kit: water coming through the ceiling, isolate it and ring me",
        "Kit: Isolate the water and ring Odalys"
    )]
    [InlineData(
        "Kit and Ines: the side door sticks. Plane it or rehang it",
        "Kit+Ines: Plane the side door or rehang it"
    )]
    [InlineData(
        "Ines, the auditor wants the temperature sheets. They're in the blue folder, copy them by the 5th",
        "Ines: Copy the temperature sheets 05-05T17:00"
    )]
    [InlineData(
        "Kit, the inspector wants the log. It's in the drawer, scan it and send it to Tobiah by Thursday",
        "Kit: Scan the log and send it to Tobiah 04-16T17:00"
    )]
    [InlineData(
        "office: insurance renewal, runs out 3 May, get three prices by end of next week",
        "office: Get three prices for the insurance renewal 04-24T17:00"
    )]
    [InlineData(
        "Benedikta can move in on 1 May, so the flat has to be painted by the 29th. hull, can you fit that in?",
        "hull: Paint the flat 04-29T17:00"
    )]
    [InlineData("We need sixty new flags. Kit, could you water the ferns", "-: Sixty new flags|Kit: Water the ferns")]
    [InlineData("We need flags. Kit, could you order some", "Kit: Order flags")]
    [InlineData("The tap in the kitchen drips. No hurry", "-: The tap in the kitchen drips")]
    [InlineData("Two of the bikes have flat tyres Kit", "Kit: Two of the bikes have flat tyres")]
    [InlineData(
        "Kit: the website has the old number on it. Urgent, people are ringing us",
        "Kit: The website has the old number on it"
    )]
    [InlineData("Kit: foam cutter blade. It's blunt. Change it", "Kit: Change the foam cutter blade")]
    [InlineData("One castor has come off already, Kit, put it back", "Kit: Put the castor back")]
    [InlineData("Sink trap needs emptying. It's Kit's turn.", "Kit: Empty the sink trap")]
    [InlineData("Kit, have you sent him the notice? If not, today please", "Kit: Send him the notice 04-14T17:00")]
    [InlineData("The meeting needs an agenda. Kit, draft by Thursday", "Kit: Draft the agenda 04-16T17:00")]
    [InlineData("Kit, the drill is in the garage until Wednesday, hire one", "Kit: Hire a drill")]
    [InlineData(
        "The lock on the side door sticks. Kit, could you have a look?",
        "Kit: Have a look at the lock on the side door"
    )]
    public void What_is_wrong_and_what_is_done_about_it_are_one(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("Kit, get onto the lift people and don't take tomorrow for an answer", "Kit: Get onto the lift people")]
    [InlineData("Ines, wash the towels again, and from now on nothing gets folded damp", "Ines: Wash the towels again")]
    [InlineData("Someone please look at the motor, and until then mind your heads", "-: Look at the motor")]
    [InlineData("Kit you'll want to change the website, the leaflets can wait", "Kit: Change the website")]
    [InlineData("Could someone come and look at it, any day but Wednesday?", "-: Look at it")]
    [InlineData("Kit, ring Benedikta, her fabric's come in two shades and I'm not cutting it", "Kit: Ring Benedikta")]
    [InlineData("Ines, price the rest, we'll sell them on Friday", "Ines: Price the rest")]
    [InlineData("Kit, change the booking to the 9th, and she's paying by card", "Kit: Change the booking to the 9th")]
    [InlineData("Kit, check the frame before it leaves the hull", "Kit: Check the frame")]
    [InlineData(
        "Every Thursday from now on the readings get typed, hull",
        "hull: Type the readings 04-16T17:00 FREQ=WEEKLY;BYDAY=TH"
    )]
    public void What_is_told_behind_it_is_no_part_of_it(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData(
        "Every Monday the ropes get checked, Kit please start next week",
        "Kit: Check the ropes FREQ=WEEKLY;BYDAY=MO"
    )]
    [InlineData(
        "On the last Friday of the month the filters get changed, hull",
        "hull: Change the filters 04-24T17:00 FREQ=MONTHLY;BYDAY=-1FR"
    )]
    [InlineData(
        "I've put the radios on charge and I'll check them again in the morning",
        "Odalys: Check the radios again 04-15T12:00"
    )]
    [InlineData(
        "Launch - who does what: Kit signs, Ines balloons and the parking, Tobiah the front desk",
        "Kit: Signs 04-28T10:30|Ines: Balloons and the parking 04-28T10:30|Tobiah: The front desk 04-28T10:30"
    )]
    [InlineData(
        "Before the launch: business cards (Kit), two finished stools (Ines), the banner mended (Tobiah)",
        "Kit: Business cards 04-28T10:30|Ines: Two finished stools 04-28T10:30|Tobiah: Mend the banner 04-28T10:30"
    )]
    [InlineData("Reminder to me: ring the insurance on Monday", "Odalys: Ring the insurance 04-20T17:00")]
    [InlineData(
        "Launch. Kit panels, Ines lights, I'll bring the kiln",
        "Kit: Panels 04-28T10:30|Ines: Lights 04-28T10:30|Odalys: Bring the kiln 04-28T10:30"
    )]
    [InlineData(
        "@Ines Kowal please weigh the old ballast by ten today. Thanks all, good work this week.",
        "Ines: Weigh the old ballast 04-14T10:00"
    )]
    [InlineData("It failed this morning. hull, get it done by Friday", "hull: Get it done 04-17T17:00")]
    [InlineData(
        "Thursday:\n- hull: boards\n- rigging: ferry tickets by noon",
        "hull: Boards 04-16T17:00|rigging: Ferry tickets 04-16T12:00"
    )]
    [InlineData("The alarm must be tested before Saturday", "-: Test the alarm 04-17T17:00")]
    public void By_when_and_from_when_is_what_was_said(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("Somebody has been ill so somebody else will need to drive on Thursday", "-: Drive 04-16T17:00")]
    [InlineData(
        "I'll finish the clutch tonight and Kit can road-test it tomorrow morning",
        "Odalys: Finish the clutch 04-14T20:00|Kit: Road-test the clutch 04-15T12:00"
    )]
    [InlineData("Benedikta want half past five from Monday, hull change it in the plan", "hull: Change it in the plan")]
    [InlineData(
        "Whether we can do it is open. Kit, sit down with four hull and work it out",
        "Kit: Sit down with four hull and work it out"
    )]
    [InlineData(
        "About the viewing at six: I can't make it. Could you or Kit go instead?",
        "Kit: Go to the viewing 04-14T18:00"
    )]
    public void Who_is_to_do_it_is_who_is_asked(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData(
        "I would like to order six packets of seeds and have them sent to my sister.",
        "-: Order six packets of seeds and have them sent to Benedikta's sister"
    )]
    [InlineData("One of the panes has a crack. When can you come and replace it?", "-: Replace one of the panes")]
    [InlineData(
        "Can you make sure there's a high chair, please? And a stair gate if you have one.",
        "-: Make sure there's a high chair|-: A stair gate"
    )]
    [InlineData(
        "Would it be at all possible for us to have the boat an hour earlier?",
        "-: Have the boat an hour earlier"
    )]
    [InlineData("My order was not ready yesterday. Could you ring me when it is?", "-: Ring Benedikta when it is")]
    [InlineData(
        "We'd need the files by the 28th, our printer closes for a week after that.",
        "-: The files 04-28T17:00"
    )]
    public void A_customer_asks_in_these_words_too(string text, string drafts) =>
        Yard.Shown(Reader.Read(text, null, Yard.At("2026-04-14T08:40"), "Benedikta Thorne"), repeats: true)
            .ShouldBe(drafts);

    [Theory]
    [InlineData("Keys went missing again yesterday. Please sign them out, every time.")]
    [InlineData("When can you do the fence, Kit?")]
    [InlineData("Kit don't forget the ferry goes at quarter past")]
    [InlineData("Whoever shut the cat in the store, she's fine, but check next time")]
    public void A_rule_and_a_question_ask_for_nothing(string text) => Reads(text, "");

    [Theory]
    [InlineData("Kit, the side door sticks, urgent. Plane it or rehang it")]
    [InlineData("Urgent: the gate needs painting. Kit, ring the mill")]
    public void How_much_it_matters_goes_with_what_is_done_about_it(string text) =>
        Reader
            .Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
            .ShouldHaveSingleItem()
            .Priority.Value.ShouldBe(Priority.Critical);

    [Fact]
    public void What_repeats_from_this_week_on_keeps_its_first_day() =>
        Reader
            .Read(
                "Every Friday the ropes get checked, Kit please start this week",
                Yard.Named("Odalys").Id,
                Yard.At("2026-04-14T08:40")
            )
            .ShouldHaveSingleItem()
            .Due.ShouldNotBeNull();

    [Fact]
    public void What_repeats_starts_when_it_is_said_to() =>
        Reader
            .Read(
                "Every Monday the ropes get checked, Kit please start next week",
                Yard.Named("Odalys").Id,
                Yard.At("2026-04-14T08:40")
            )
            .ShouldHaveSingleItem()
            .Start!.Value.ShouldBe(Yard.At("2026-04-20T08:00"));

    [Fact]
    public void What_was_said_first_is_one_press_away() =>
        Reader
            .Read("The gate needs painting. Kit, ring the mill", Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
            .ShouldHaveSingleItem()
            .Title.Alternatives.ShouldContain("Paint the gate");

    [Fact]
    public void The_name_of_a_milestone_is_no_day_of_the_week()
    {
        var setting = Yard.Setting with { Milestones = [new Milestone("open weekend", Yard.At("2026-05-16T10:00"))] };
        Yard.Shown(
                new TaskReader(setting).Read(
                    "Open weekend. Kit to order the signs",
                    Yard.Named("Odalys").Id,
                    Yard.At("2026-04-14T08:40")
                )
            )
            .ShouldBe("Kit: Order the signs 05-16T10:00");
    }

    private static void Reads(string text, string drafts) =>
        Yard.Shown(
                Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"),
                repeats: true
            )
            .ShouldBe(drafts);
}
