using static Wrenlet.Core.Tests.Tasks.ReadCases;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// Each way of asking with each way of saying who and when, each way of telling with what may be done: whatever is read of one of
/// them has to be read of all.
/// </summary>
public sealed class ReaderCombinedTests
{
    /// <summary>Whom one can call, and whose it is then.</summary>
    private static readonly (string Said, string Owners)[] Called =
    [
        ("Kit", "Kit"),
        ("Ines and Kit", "Ines+Kit"),
        ("office", "office"),
        ("@Kit", "Kit"),
        ("@Kit @Ines", "Kit+Ines"),
        ("@office", "office"),
        ("Kit, Ines and Tobiah", "Kit+Ines+Tobiah"),
        ("Kit and office", "Kit+office"),
    ];

    /// <summary>Whom one can speak of, and whose it is then; whether they are several.</summary>
    private static readonly (string Said, string Owners, bool Several)[] SpokenOf =
    [
        ("Kit", "Kit", false),
        ("Ines and Kit", "Ines+Kit", true),
        ("the office", "office", false),
        ("one of the office", "office", false),
        ("Kit and the office", "Kit+office", true),
        ("@Kit", "Kit", false),
        ("Kit, Ines and Tobiah", "Kit+Ines+Tobiah", true),
        ("Kit Ramaswamy", "Kit", false),
    ];

    private static readonly (string Said, string Due)[] Whens =
    [
        ("", ""),
        (" by Friday", " 04-17T17:00"),
        (" before noon tomorrow", " 04-15T12:00"),
        (" on the 20th", " 04-20T17:00"),
    ];

    [Theory]
    [InlineData("{0}, please wash the van{1}")]
    [InlineData("{0}, could you wash the van{1}?")]
    [InlineData("{0} please wash the van{1}")]
    [InlineData("{0}: wash the van{1}")]
    [InlineData("{0} - wash the van{1}")]
    [InlineData("Please wash the van{1}, {0}")]
    [InlineData("Could you wash the van{1}, {0}?")]
    [InlineData("Could you, {0}, wash the van{1}?")]
    [InlineData("Wash the van{1}, {0}")]
    [InlineData("Wash the van{1}, please, {0}")]
    [InlineData("{0}, can you wash the van{1}, please?")]
    [InlineData("{0}, would you mind washing the van{1}?")]
    [InlineData("{0}, you need to wash the van{1}")]
    [InlineData("{0}, don't forget to wash the van{1}")]
    [InlineData("{0}, I need you to wash the van{1}")]
    [InlineData("{0}, it'd be great if you could wash the van{1}")]
    [InlineData("Hi {0}, could you wash the van{1}? Thanks")]
    [InlineData("{0}, the van is dirty. Please wash it{1}.")]
    [InlineData("The van is dirty. {0}, please wash it{1}.")]
    public void Whoever_is_called_is_asked(string form) =>
        AllRead(
            from who in Called
            from time in Whens
            select (Sentence(form, who.Said, time.Said), $"{who.Owners}: Wash the van{time.Due}")
        );

    [Theory]
    [InlineData("{0} must wash the van{1}")]
    [InlineData("{0} should wash the van{1}")]
    [InlineData("{0} has to wash the van{1}", "has", "have")]
    [InlineData("{0} needs to wash the van{1}", "needs", "need")]
    [InlineData("{0} is to wash the van{1}", "is", "are")]
    [InlineData("{0} will wash the van{1}")]
    [InlineData("{0} is going to wash the van{1}", "is", "are")]
    [InlineData("Could {0} wash the van{1}?")]
    [InlineData("Can {0} please wash the van{1}")]
    [InlineData("I'd like {0} to wash the van{1}")]
    [InlineData("I want {0} to wash the van{1}")]
    [InlineData("It would be good if {0} could wash the van{1}")]
    [InlineData("{0} to wash the van{1}")]
    [InlineData("{0} has agreed to wash the van{1}", "has", "have")]
    [InlineData("We need {0} to wash the van{1}")]
    [InlineData("Would {0} mind washing the van{1}?")]
    public void Whoever_is_spoken_of_is_asked(string form, string one = "", string several = "") =>
        AllRead(
            from who in SpokenOf
            from time in Whens
            select (
                Sentence(
                    who.Several && one.Length > 0
                        ? form.Replace($"{{0}} {one} ", $"{{0}} {several} ", StringComparison.Ordinal)
                        : form,
                    who.Said,
                    time.Said
                ),
                $"{who.Owners}: Wash the van{time.Due}"
            )
        );

    /// <summary>What there is to be done in any trade.</summary>
    private static readonly string[] Deeds = (
        "water the plants; book a table for six; paint the fence; bill the customer; stock the shelves; "
        + "pick up the parcel; take down the old sign; look at the boiler; find out whether they deliver; "
        + "check if the alarm works; email the list to the printer; text the driver the address; "
        + "tell the neighbours about the noise; ask the council for permission; get a quote from the roofer; "
        + "make sure the door is locked; see to the leak in the cellar; sort out the cables under the desk; "
        + "deal with the complaint; follow up on the order; go through the accounts; write up the minutes; "
        + "draw up a plan; set up the projector; put up the shelves; put the chairs away; turn off the heating; "
        + "switch on the lights; clean out the gutters; clear the table; empty the bins; fill in the form; "
        + "sign for the delivery; arrange a meeting with the bank; schedule the training; organise the party; "
        + "prepare the slides; print fifty copies; scan the contracts; file the receipts; back up the server; "
        + "update the website; reset the password; install the new printer; test the smoke alarms; replace the filter; "
        + "repair the tap; fix the light in the hall; mend the chair; oil the hinges; grease the chain; "
        + "tighten the screws; sharpen the knives; polish the silver; wipe the tables; mop the floor; sweep the yard; "
        + "hoover the stairs; dust the shelves; iron the tablecloths; fold the towels; wrap the presents; "
        + "weigh the parcels; count the stock; measure the window; cut the grass; trim the hedge; rake the leaves; "
        + "prune the roses; dig the bed; plant the bulbs; feed the cat; walk the dog; worm the sheep; shear the sheep; "
        + "milk the goats; collect the eggs; bake the bread; roast the coffee; taste the soup; order more flour; "
        + "buy stamps; return the library books; renew the licence; cancel the subscription; extend the lease; "
        + "terminate the contract; negotiate a discount; chase the invoice; pay the deposit; refund the customer; "
        + "transfer the money; bank the cash; balance the books; audit the accounts; proofread the leaflet; "
        + "translate the letter; edit the video; record the interview; film the rehearsal; photograph the damage; "
        + "frame the picture; hang the curtains; sew on the buttons; hem the trousers; tune the piano; "
        + "rehearse the song; choose the colours; decide on the menu; draft a reply; forward the mail to the lawyer; "
        + "answer the letter; phone the dentist; ring the bell; call the plumber; meet the inspector at the gate; "
        + "greet the guests; show the visitors round; drive the guests to the station; fetch the ladder; bring the cake; "
        + "carry the boxes upstairs; load the van; unload the lorry; pack the crates; post the letters; ship the order; "
        + "deliver the flowers; distribute the leaflets; put the poster in the window; stick the labels on the jars; "
        + "label the samples; number the seats; mark the exits; fence off the pit; salt the path; grit the drive; "
        + "clear the snow; thaw the pipe; bleed the radiators; descale the kettle; defrost the freezer; "
        + "service the mower; charge the batteries; jump-start the car; pump up the tyres; rotate the tyres; "
        + "calibrate the scales; disinfect the worktops; sterilise the bottles; restring the guitar; "
        + "reupholster the sofa; regrout the tiles; rewire the lamp; repaint the door; reorder the ink; "
        + "re-hang the gate; recount the votes; interview the candidates; train the new cook; brief the team; "
        + "thank the volunteers; congratulate the winner; warn the tenants; remind the speakers; invite the mayor; "
        + "apologise to the neighbours; explain the rules to the children; introduce the new manager to the team; "
        + "help the caretaker move the piano; let the electrician in; get the windows cleaned; "
        + "make a list of what is missing; look into the complaint; look for the missing key; search the attic; "
        + "research the history of the house; compare the offers; calculate the cost; estimate the hours; "
        + "vet the applications; review the contract; approve the budget; reject the offer; "
        + "confirm the date with the band; register the car; insure the painting; apply for the grant; plan the trip; "
        + "map the drains; survey the site; level the floor; plaster the wall; tile the bathroom; lay the carpet; "
        + "board up the window; lock up the shop; open the shop; close the till; man the desk; staff the stall; "
        + "guard the entrance; referee the match; coach the juniors; time the runners; judge the cakes; "
        + "auction the paintings; mail the catalogue; fax the order; upload the photos; download the report; "
        + "tag the pictures; crop the photos; shred the old files; bin the leftovers; compost the peelings; "
        + "recycle the cardboard; dump the rubble; sieve the flour; knead the dough; grate the cheese; fillet the fish; "
        + "stuff the envelopes; seal the jars; cork the bottles; tap the barrel; rack the wine; press the apples; "
        + "thresh the wheat; bale the hay; stack the logs; split the logs; light the stove; ventilate the cellar; "
        + "air the rooms; strip the beds; make the beds; lay the tables; serve the soup; clear up after the party; "
        + "tidy up the shed; top up the float"
    ).Split("; ");

    [Theory]
    [InlineData("Kit, please {0} by Friday", "Kit")]
    [InlineData("Could you {0} by Friday, Kit?", "Kit")]
    [InlineData("Kit, {0} by Friday", "Kit")]
    [InlineData("{0} by Friday, Kit", "Kit")]
    [InlineData("Kit should {0} by Friday", "Kit")]
    [InlineData("@Kit {0} by Friday", "Kit")]
    [InlineData("Someone needs to {0} by Friday", "-")]
    [InlineData("I'll {0} by Friday", "Odalys")]
    [InlineData("{0} by Friday", "-")]
    [InlineData("Let's {0} by Friday", "-")]
    [InlineData("To do:\n- {0} by Friday", "-")]
    [InlineData("Kit to {0} by Friday", "Kit")]
    public void Whatever_is_to_be_done_is_the_title(string form, string owners) =>
        AllRead(from deed in Deeds select (Sentence(form, deed, ""), $"{owners}: {Large(deed)} 04-17T17:00"));

    /// <summary>A verb in its forms, and what it is done to.</summary>
    private static readonly string[][] Verbs =
    [
        ["wash", "washed", "washed", "washing", "washes", "the van"],
        ["order", "ordered", "ordered", "ordering", "orders", "the paint"],
        ["send", "sent", "sent", "sending", "sends", "the invoice"],
        ["check", "checked", "checked", "checking", "checks", "the alarm"],
        ["ring", "rang", "rung", "ringing", "rings", "the plumber"],
        ["write", "wrote", "written", "writing", "writes", "the report"],
        ["bring", "brought", "brought", "bringing", "brings", "the cake"],
        ["drive", "drove", "driven", "driving", "drives", "the guests home"],
        ["water", "watered", "watered", "watering", "waters", "the plants"],
        ["paint", "painted", "painted", "painting", "paints", "the fence"],
    ];

    [Theory]
    [InlineData("Kit {1} {5} on Friday")]
    [InlineData("Kit has already {2} {5}")]
    [InlineData("Did Kit {0} {5}?")]
    [InlineData("Has anyone {2} {5} yet?")]
    [InlineData("Who is {3} {5}?")]
    [InlineData("Kit is {3} {5}")]
    [InlineData("Kit said he would {0} {5}")]
    [InlineData("I asked Kit to {0} {5}")]
    [InlineData("Kit asked me to {0} {5}")]
    [InlineData("There's no need to {0} {5}")]
    [InlineData("Don't {0} {5}, Kit")]
    [InlineData("You don't have to {0} {5}, Kit")]
    [InlineData("Kit, you needn't {0} {5}")]
    [InlineData("Nobody needs to {0} {5}")]
    [InlineData("Do we have to {0} {5}?")]
    [InlineData("Kit usually {4} {5}")]
    [InlineData("Thanks for {3} {5}, Kit")]
    [InlineData("I've just {2} {5}")]
    [InlineData("Kit forgot to {0} {5}")]
    [InlineData("Kit can't {0} {5} today")]
    [InlineData("Kit wanted to {0} {5}")]
    [InlineData("You should have {2} {5} on Friday")]
    [InlineData("It would have been better to {0} {5}")]
    [InlineData("Kit used to {0} {5}")]
    [InlineData("I was going to {0} {5} but I couldn't")]
    [InlineData("Is it all right if I {0} {5}?")]
    [InlineData("How do you {0} {5}?")]
    [InlineData("Why did Kit {0} {5}?")]
    [InlineData("Customers may {0} {5} themselves")]
    [InlineData("Never mind {3} {5}")]
    [InlineData("Stop {3} {5}, Kit")]
    [InlineData("Does anybody know how to {0} {5}?")]
    [InlineData("The door doesn't need {3}")]
    [InlineData("Benedikta asked if we could {0} {5}")]
    [InlineData("Benedikta wants to {0} {5} herself")]
    public void Whatever_is_told_asks_for_nothing(string form) =>
        AllRead(
            from verb in Verbs
            select (string.Format(System.Globalization.CultureInfo.InvariantCulture, form, [.. verb]), "")
        );

    [Theory]
    [InlineData("Kit, please {0} by Thursday and Ines, please {1} by Friday")]
    [InlineData("Kit to {0} by Thursday, Ines to {1} by Friday")]
    [InlineData("@Kit {0} by Thursday, @Ines {1} by Friday")]
    [InlineData("Kit: {0} by Thursday. Ines: {1} by Friday.")]
    [InlineData("Kit should {0} by Thursday and Ines should {1} by Friday")]
    [InlineData("Kit, could you {0} by Thursday? Ines, could you {1} by Friday?")]
    [InlineData("Kit, could you {0} by Thursday? And Ines, could you {1} by Friday?")]
    [InlineData("Please {0} by Thursday, Kit, and {1} by Friday, Ines")]
    [InlineData("Kit needs to {0} by Thursday; Ines needs to {1} by Friday")]
    [InlineData("By Thursday Kit should {0}, by Friday Ines should {1}")]
    [InlineData("On Thursday Kit must {0} and on Friday Ines must {1}")]
    [InlineData("By Thursday, Kit, please {0}, and by Friday, Ines, {1}")]
    [InlineData("By Thursday please {0}, Kit, and by Friday {1}, Ines")]
    [InlineData("Thursday: Kit to {0}. Friday: Ines to {1}.")]
    [InlineData("Kit - {0} by Thursday\nInes - {1} by Friday")]
    [InlineData("To do:\n* {0} by Thursday (Kit)\n* {1} by Friday (Ines)")]
    [InlineData("(1) {0} by Thursday, Kit\n(2) {1} by Friday, Ines")]
    public void Two_people_have_their_own_each(string form) =>
        AllRead(
            from pair in Pairs
            select (
                Sentence(form, pair.First, pair.Second),
                $"Kit: {Large(pair.First)} 04-16T17:00|Ines: {Large(pair.Second)} 04-17T17:00"
            )
        );

    [Theory]
    [InlineData("Kit, please {0} by Thursday and {1} by Friday")]
    [InlineData("Kit, {0} by Thursday, then {1} by Friday")]
    [InlineData("Kit must {0} by Thursday and {1} by Friday")]
    [InlineData("Kit has to {0} by Thursday, then {1} by Friday")]
    [InlineData("Kit will {0} by Thursday and then {1} by Friday")]
    [InlineData("Kit is going to {0} by Thursday; then {1} by Friday")]
    [InlineData("Could Kit {0} by Thursday and {1} by Friday?")]
    [InlineData("I'd like Kit to {0} by Thursday and {1} by Friday")]
    [InlineData("Two things, Kit: {0} by Thursday and {1} by Friday")]
    [InlineData("Kit, please {0} by Thursday. Also, please {1} by Friday.")]
    [InlineData("Kit,\n- {0} by Thursday\n- {1} by Friday")]
    public void What_goes_on_is_of_the_same(string form) =>
        AllRead(
            from pair in Pairs
            select (
                Sentence(form, pair.First, pair.Second),
                $"Kit: {Large(pair.First)} 04-16T17:00|Kit: {Large(pair.Second)} 04-17T17:00"
            )
        );

    private static readonly (string First, string Second)[] Pairs =
    [
        ("wash the van", "order the paint"),
        ("ring the plumber", "count the chairs"),
        ("water the plants", "print the tickets"),
        ("mend the gate", "sweep the yard"),
        ("check the alarm", "book the hall"),
        ("collect the keys", "wash the van"),
    ];

    [Theory]
    [InlineData("{0}. Kit, please wash the van by Wednesday.")]
    [InlineData("{0}, so Kit, please wash the van by Wednesday")]
    [InlineData("Kit, please wash the van by Wednesday, {0}")]
    [InlineData("Kit, please wash the van by Wednesday because {0}")]
    [InlineData("As {0}, please wash the van by Wednesday, Kit")]
    [InlineData("Kit, please wash the van by Wednesday. {0}.")]
    [InlineData("Kit, please wash the van by Wednesday ({0})")]
    [InlineData("Kit, please wash the van by Wednesday - {0}")]
    [InlineData("Since {0}, could you wash the van by Wednesday, Kit?")]
    [InlineData("{0}; Kit, wash the van by Wednesday please")]
    [InlineData("Because {0}, Kit should wash the van by Wednesday")]
    public void Why_it_is_asked_has_its_own_date(string form) =>
        AllRead(
            from why in (string[])
                [
                    "the inspector comes on Thursday",
                    "the guests arrive on Saturday",
                    "the shop is closed on Monday",
                    "Ines is off until Monday",
                    "the school starts on the 20th",
                    "they open on the 5th of May",
                    "we lost a day last week",
                ]
            select (Sentence(form, why, ""), "Kit: Wash the van 04-15T17:00")
        );

    private static string Sentence(string form, string first, string second) =>
        Large(string.Format(System.Globalization.CultureInfo.InvariantCulture, form, first, second));

    private static string Large(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
