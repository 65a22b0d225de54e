using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Messages in which much is left out because whoever reads them knows it: verbs, things, names, days.</summary>
public class ReaderShortTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData("We still have to paint the gate", "-: Paint the gate")]
    [InlineData("We also need to order bolts", "-: Order bolts")]
    [InlineData("We really should oil the doors, Kit", "Kit: Oil the doors")]
    [InlineData("The gate squeaks. I'd like it oiled by Friday, Kit", "Kit: Oil the gate 04-17T17:00")]
    [InlineData("I want this sent today, Kit", "Kit: Send this 04-14T17:00")]
    [InlineData("I need them counted by noon", "-: Count them 04-14T12:00")]
    [InlineData(
        "It's important that the letters go out this week, office",
        "office: Make sure the letters go out 04-17T17:00"
    )]
    [InlineData("It's vital we get the roof sealed before Thursday, Kit", "Kit: Get the roof sealed 04-15T17:00")]
    [InlineData("I need everybody's holiday dates by the end of the week", "-: Everybody's holiday dates 04-17T17:00")]
    [InlineData(
        "Office, could the chairs in the hall be put out by Thursday night",
        "office: Put the chairs in the hall out 04-16T20:00"
    )]
    [InlineData(
        "Every Thursday the jobs have to be photographed for the website, hull",
        "hull: Photograph the jobs for the website 04-16T17:00 FREQ=WEEKLY;BYDAY=TH"
    )]
    [InlineData("The van is coming at two, office, have it ready", "office: Have the van ready 04-14T14:00")]
    [InlineData("Kit, deep clean 12 before noon", "Kit: Deep clean 12 04-14T12:00")]
    [InlineData("Kit to sweep the floor Tue, Thu and Sat this week", "Kit: Sweep the floor 04-18T17:00")]
    [InlineData("I'll do the rounds tonight and tomorrow", "Odalys: Do the rounds 04-15T17:00")]
    [InlineData("Kit please man the desk Monday and Tuesday", "Kit: Man the desk 04-21T17:00")]
    [InlineData(
        "Could we have a meeting about the loan next week, Tuesday if possible?",
        "-: A meeting about the loan 04-21T17:00"
    )]
    [InlineData("Kit, ring the printer this week, Friday at the latest", "Kit: Ring the printer 04-17T17:00")]
    [InlineData(
        "We need ten flags for the launch. Kit, order them two weeks ahead",
        "Kit: Order ten flags 04-14T17:00"
    )]
    [InlineData(
        "We need ten flags for the launch. Kit, order them a week in advance",
        "Kit: Order ten flags 04-21T17:00"
    )]
    [InlineData(
        "We close on Monday 4 May. Office, put a notice up the week before",
        "office: Put a notice up 04-30T17:00"
    )]
    [InlineData(
        "Kit, papers for the launch on my desk the day before",
        "Kit: Papers for the launch on Odalys's desk 04-27T17:00"
    )]
    [InlineData("Office, cover the desk from one to two", "office: Cover the desk 04-14T14:00")]
    [InlineData(
        "The water's off from nine to eleven tomorrow. Kit, fill the tank tonight",
        "Kit: Fill the tank 04-14T20:00"
    )]
    [InlineData(
        "Calibrate the machine every month, Kit, starting this Friday",
        "Kit: Calibrate the machine 04-17T17:00 FREQ=MONTHLY"
    )]
    [InlineData(
        "Three new starters next Monday. Kit to meet them at the station at 11:40",
        "Kit: Meet the three new starters at the station 04-20T11:40"
    )]
    [InlineData(
        "The inspector comes on Thursday. Kit, show him round at ten",
        "Kit: Show the inspector round 04-16T10:00"
    )]
    [InlineData(
        "Launch: Kit stand, Ines brochures, Tobiah transport",
        "Kit: Stand 04-28T10:30|Ines: Brochures 04-28T10:30|Tobiah: Transport 04-28T10:30"
    )]
    [InlineData("The bins haven't been out for two weeks Kit can u sort", "Kit: Sort the bins")]
    [InlineData("The lease has come back unsigned. Kit, chase", "Kit: Chase the lease")]
    [InlineData("The minutes are in a mess. Ines, tidy up before Friday", "Ines: Tidy up the minutes 04-16T17:00")]
    [InlineData(
        "Tyres on 4 and 11 are nearly bald, hull please order and fit by Friday",
        "hull: Order and fit tyres on 4 and 11 04-17T17:00"
    )]
    [InlineData(
        "Payslips went to the wrong address, office please resend, with an apology",
        "office: Resend payslips, with an apology"
    )]
    [InlineData("Room 4's blind has come down. Office?", "office: Room 4's blind has come down")]
    [InlineData(
        "Kit and Ines, your reports were due last Friday. End of today, please.",
        "Kit+Ines: Your reports 04-14T17:00"
    )]
    [InlineData("Hull extraction filters: change them before Friday", "hull: Change extraction filters 04-16T17:00")]
    [InlineData("Out of screws again! Kit, two hundred, today", "Kit: Two hundred screws 04-14T17:00")]
    [InlineData("The shed needs paint. Kit, order two tins by Friday", "Kit: Order two tins 04-17T17:00")]
    [InlineData("The lease runs out in May, remind me on Monday", "Odalys: The lease runs out in May 04-20T17:00")]
    [InlineData("Kit takes the ten o'clock, Ines the eleven", "Kit: Take the ten o'clock|Ines: Take the eleven")]
    [InlineData(
        "Kit cleans the kitchen, Ines the stairs and Tobiah the yard",
        "Kit: Clean the kitchen|Ines: Clean the stairs|Tobiah: Clean the yard"
    )]
    [InlineData(
        "As agreed: Kit does the first draft, Ines the second, both by the 30th",
        "Kit: Do the first draft 04-30T17:00|Ines: Do the second 04-30T17:00"
    )]
    [InlineData(
        "For the launch: Kit writes the questions, Ines does the microphones, I'll do the drinks",
        "Kit: Write the questions 04-28T10:30|Ines: Do the microphones 04-28T10:30|Odalys: Do the drinks 04-28T10:30"
    )]
    [InlineData(
        "Kit, I'll order the paint and you pick it up on Friday",
        "Odalys: Order the paint|Kit: Pick the paint up 04-17T17:00"
    )]
    [InlineData(
        "For the launch we need: training records (Kit), cleaning log (office), complaints file (Ines)",
        "Kit: Training records 04-28T10:30|office: Cleaning log 04-28T10:30|Ines: Complaints file 04-28T10:30"
    )]
    [InlineData(
        "Kit, 1. book the room 2. sandwiches for nine 3. nameplates",
        "Kit: Book the room|Kit: Sandwiches for nine|Kit: Nameplates"
    )]
    [InlineData(
        "Kit to do the visits on Wednesday, Ines on Thursday and Tobiah on Friday",
        "Kit: Do the visits 04-15T17:00|Ines: Do the visits 04-16T17:00|Tobiah: Do the visits 04-17T17:00"
    )]
    [InlineData(
        "Kit, please come in at seven on Friday, Ines at eight",
        "Kit: Come in 04-17T07:00|Ines: Come in 04-17T08:00"
    )]
    [InlineData("Ines and I are in town all day, so Kit, would you open the post", "Kit: Open the post")]
    [InlineData("Kit, open the post and forward anything urgent", "Kit: Open the post and forward anything urgent")]
    [InlineData("Ines is off sick. Kit, please take her meetings", "Kit: Take Ines's meetings")]
    [InlineData("Benedikta hasn't paid. Kit, stop her next order", "Kit: Stop Benedikta's next order")]
    [InlineData(
        "Benedikta's certificate still says level A2. Reissue it, office, with an apology",
        "office: Reissue Benedikta's certificate, with an apology"
    )]
    [InlineData(
        "The council has approved the sign, so Kit get it into production this week",
        "Kit: Get the sign into production 04-17T17:00"
    )]
    [InlineData("Kit, if you still have the old frames, post them to Ines", "Kit: Post the old frames to Ines")]
    [InlineData("Kit, keep the door shut until the paint is dry", "Kit: Keep the door shut")]
    [InlineData(
        "Kit, put the sign up till the engineer comes and lock the shed",
        "Kit: Put the sign up and lock the shed"
    )]
    [InlineData("Tobiah is off this week. Kit, please water the ferns", "Kit: Water the ferns")]
    [InlineData(
        "The skip is full and the next one can't come before Tuesday, so break down your boxes please",
        "-: Break down your boxes"
    )]
    [InlineData(
        "Have a first go at the numbers by Monday, Kit, then we'll sit down together",
        "Kit: Have a first go at the numbers 04-20T17:00"
    )]
    [InlineData(
        "Kit, worktop for Benedikta is 20 mm too short. Ring the stone people and get a date",
        "Kit: Ring the stone people and get a date"
    )]
    [InlineData("Kit, ring the bank this week, Monday if possible", "Kit: Ring the bank 04-20T17:00")]
    [InlineData("Kit, book the hall for Friday and Saturday", "Kit: Book the hall 04-17T17:00")]
    [InlineData("Kit, price tags. All of them. Before the launch", "Kit: Price tags 04-28T10:30")]
    [InlineData("We're out of oil. Hull, two dozen, today", "hull: Two dozen oil 04-14T17:00")]
    [InlineData("You don't need to water the ferns, Kit", "")]
    [InlineData("Kit says it's fine, Ines says it isn't", "")]
    [InlineData(
        "I can't make Thursday's meeting, Kit, would you chair it for me?",
        "Kit: Chair Thursday's meeting for Odalys"
    )]
    [InlineData(
        "Kit, keep the gate locked until Ines is back, and feed the dog",
        "Kit: Keep the gate locked, and feed the dog"
    )]
    [InlineData("Kit, lunch. Friday?", "")]
    [InlineData("Remember the milk doesn't keep", "")]
    [InlineData("Kit has the keys, Ines the van", "")]
    [InlineData("Tobiah starts on Monday", "")]
    [InlineData("Guests arrive at two", "")]
    [InlineData("Car 7 failed its brake test this morning", "")]
    [InlineData("Office still has Benedikta's saddle", "")]
    [InlineData("Tilly can't ride on Saturday", "")]
    [InlineData("Don't promise anyone Thursday", "")]
    [InlineData("Hull - inspection file - where is it?", "")]
    [InlineData("The office have read the guidelines", "")]
    [InlineData("The boots have come, help yourselves", "")]
    public void What_is_left_out_is_filled_in(string text, string drafts) =>
        Yard.Shown(
                Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"),
                repeats: true
            )
            .ShouldBe(drafts);
}
