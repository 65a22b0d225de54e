using static Wrenlet.Core.Tests.Tasks.ReadCases;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// What is told of as not done or as wanted, with each way of asking for it in the next sentence without saying it again.
/// </summary>
public sealed class ReaderUndoneTests
{
    /// <summary>What may be left undone: the verb, what it is once done, the thing, and whether that is several.</summary>
    private static readonly (string Do, string Done, string Thing, bool Several)[] Deeds =
    [
        ("wash", "washed", "the van", false),
        ("book", "booked", "the hall", false),
        ("sweep", "swept", "the yard", false),
        ("send", "sent", "the invoices", true),
        ("empty", "emptied", "the bins", true),
        ("pay", "paid", "the bill", false),
        ("write", "written", "the labels", true),
    ];

    /// <summary>Ways of asking for it, and when it is due then.</summary>
    private static readonly (string Said, string Due)[] Asked =
    [
        ("Kit, could you?", ""),
        ("Can you, Kit?", ""),
        ("Kit, would you please?", ""),
        ("Kit, could you do {0} today?", " 04-14T17:00"),
        ("Kit, please do {0} by Friday.", " 04-17T17:00"),
        ("Kit, please do that by Friday.", " 04-17T17:00"),
        ("Kit, could you get it done by Friday?", " 04-17T17:00"),
        ("@Kit do {0} please", ""),
        ("Kit, can you see to it?", ""),
    ];

    [Theory]
    [InlineData("Nobody has {1} {2}.")]
    [InlineData("No one has {1} {2} yet.")]
    [InlineData("Nobody's {1} {2}.")]
    [InlineData("{3} {4}n't been {1}.")]
    [InlineData("{3} still {4}n't been {1}.")]
    [InlineData("{3} {4} not been {1} yet.")]
    [InlineData("Ines hasn't {1} {2}.")]
    [InlineData("We haven't {1} {2} yet.")]
    [InlineData("Caspian asked if {2} could be {1}.")]
    [InlineData("Caspian asked whether we could {0} {2}.")]
    [InlineData("Caspian wants {2} {1}.")]
    public void What_is_told_as_undone_is_what_is_asked_for(string told) =>
        AllRead(
            from deed in Deeds
            from asked in Asked
            select (
                $"{Said(told, deed)} {string.Format(Invariant, asked.Said, deed.Several ? "them" : "it")}",
                $"Kit: {Large(deed.Do)} {deed.Thing}{asked.Due}"
            )
        );

    [Theory]
    [InlineData("Kit, have you {1} {2} yet? If not, please do so today.")]
    [InlineData("Have you {1} {2}, Kit? If not, please do it today.")]
    [InlineData("Kit, did you {0} {2}? If not, please do it today.")]
    [InlineData("Kit, have you {1} {2}? Please do it today if not.")]
    [InlineData("Kit, have you {1} {2}? If you haven't, please do it today.")]
    public void If_it_has_not_been_done_it_is_asked_for(string form) =>
        AllRead(Deeds.Select(deed => (Said(form, deed), $"Kit: {Large(deed.Do)} {deed.Thing} 04-14T17:00")));

    [Theory]
    [InlineData("I wonder if you'd mind {0}ing the van by Friday, Kit", "Kit: Mend the van 04-17T17:00")]
    [InlineData(
        "I was wondering whether you would mind {0}ing the van by Friday, Kit",
        "Kit: Mend the van 04-17T17:00"
    )]
    [InlineData("I suggest Kit {0}s the van by Friday", "Kit: Mend the van 04-17T17:00")]
    [InlineData("I'd rather Kit {0}ed the van by Friday", "Kit: Mend the van 04-17T17:00")]
    [InlineData("It's Kit's turn to {0} the van by Friday", "Kit: Mend the van 04-17T17:00")]
    [InlineData("It's your job, Kit, to {0} the van by Friday", "Kit: Mend the van 04-17T17:00")]
    [InlineData("I told Caspian I'd {0} the van by Friday", "Odalys: Mend the van 04-17T17:00")]
    [InlineData("Could we have the van {0}ed by Friday?", "-: Mend the van 04-17T17:00")]
    [InlineData("By Friday:\n- Kit {0}s the van", "Kit: Mend the van 04-17T17:00")]
    [InlineData("By Friday:\n- Kit: {0}s the van", "Kit: Mend the van 04-17T17:00")]
    [InlineData("Rather than painting it every week, {0} the van by Friday, Kit", "Kit: Mend the van 04-17T17:00")]
    [InlineData("Van 3 is leaking. Kit, {0} it by Friday", "Kit: Mend van 3 04-17T17:00")]
    [InlineData(
        "Kit, order the mats for the launch. By Monday please.",
        "Kit: Order the mats for the launch 04-20T17:00"
    )]
    [InlineData(
        "@Kit do the salt today, and @Ines, the eggs by Monday",
        "Kit: Do the salt 04-14T17:00|Ines: The eggs 04-20T17:00"
    )]
    [InlineData("Kit, tell them about the night work by Friday", "Kit: Tell them about the night work 04-17T17:00")]
    [InlineData("Shred the invoices from 2015, Kit", "Kit: Shred the invoices from 2015")]
    [InlineData("Tobiah is away from tomorrow, so Kit, please mend the van tonight", "Kit: Mend the van 04-14T20:00")]
    [InlineData("The hull always forgets the tax. Please put a note on the desk, Kit.", "Kit: Put a note on the desk")]
    [InlineData("We'll send you the photographs by Friday, Caspian", "-: Send you the photographs 04-17T17:00")]
    public void One_by_one(string form, string drafts) => AllRead([(string.Format(Invariant, form, "mend"), drafts)]);

    [Theory]
    [InlineData("I told him I'd be late")]
    [InlineData("You can leave the bins, I've done them")]
    [InlineData("Nobody has washed the van.")]
    [InlineData("Ines hasn't sent the invoices. Kit has.")]
    [InlineData("Have you washed the van?")]
    [InlineData("The bins haven't been emptied since Monday.")]
    public void Nothing_is_asked(string said) => AllRead([(said, "")]);

    private static readonly System.Globalization.CultureInfo Invariant = System
        .Globalization
        .CultureInfo
        .InvariantCulture;

    private static string Said(string form, (string Do, string Done, string Thing, bool Several) deed) =>
        string.Format(
            Invariant,
            form,
            deed.Do,
            deed.Done,
            deed.Thing,
            Large(deed.Thing),
            deed.Several ? "have" : "has"
        );

    private static string Large(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
