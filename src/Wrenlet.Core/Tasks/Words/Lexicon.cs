using System.Collections.Frozen;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>The closed word classes of the grammar, and the verbs that open a bare order.</summary>
internal static class Lexicon
{
    /// <summary>The words of a list that blanks divide.</summary>
    public static FrozenSet<string> Set(string words) =>
        words.Split(' ', StringSplitOptions.RemoveEmptyEntries).ToFrozenSet();

    public static readonly FrozenDictionary<string, IsoDayOfWeek> Weekdays = new Dictionary<string, IsoDayOfWeek>
    {
        ["monday"] = IsoDayOfWeek.Monday,
        ["mon"] = IsoDayOfWeek.Monday,
        ["tuesday"] = IsoDayOfWeek.Tuesday,
        ["tue"] = IsoDayOfWeek.Tuesday,
        ["tues"] = IsoDayOfWeek.Tuesday,
        ["wednesday"] = IsoDayOfWeek.Wednesday,
        ["wed"] = IsoDayOfWeek.Wednesday,
        ["weds"] = IsoDayOfWeek.Wednesday,
        ["wednessday"] = IsoDayOfWeek.Wednesday,
        ["thursday"] = IsoDayOfWeek.Thursday,
        ["thu"] = IsoDayOfWeek.Thursday,
        ["thur"] = IsoDayOfWeek.Thursday,
        ["thurs"] = IsoDayOfWeek.Thursday,
        ["friday"] = IsoDayOfWeek.Friday,
        ["fri"] = IsoDayOfWeek.Friday,
        ["saturday"] = IsoDayOfWeek.Saturday,
        ["sat"] = IsoDayOfWeek.Saturday,
        ["sunday"] = IsoDayOfWeek.Sunday,
        ["sun"] = IsoDayOfWeek.Sunday,
    }.ToFrozenDictionary();

    /// <summary>Verbs that say what somebody has, is or likes, and nothing that is to be done.</summary>
    public static readonly FrozenSet<string> Possessing = Set(
        "have be own know like love hate want need prefer mean cost live earn weigh look seem say think"
    );

    /// <summary>Words that take back what was said just before.</summary>
    public static readonly FrozenSet<string> Correcting = Set(
        "no sorry rather actually correction mean make wait oops better scratch strike instead"
    );

    /// <summary>Words that stand among those.</summary>
    public static readonly FrozenSet<string> InCorrections = Set("that i it or say hang on , -");

    /// <summary>Days of a month that people write in letters.</summary>
    public static readonly FrozenDictionary<string, int> Ordinals = (
        "first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth thirteenth fourteenth fifteenth "
        + "sixteenth seventeenth eighteenth nineteenth twentieth twenty-first twenty-second twenty-third twenty-fourth "
        + "twenty-fifth twenty-sixth twenty-seventh twenty-eighth twenty-ninth thirtieth thirty-first"
    )
        .Split(' ')
        .Select((word, i) => (word, i + 1))
        .ToFrozenDictionary(d => d.word, d => d.Item2);

    public static readonly FrozenDictionary<string, int> Months = new[]
    {
        "january jan",
        "february feb",
        "march mar",
        "april apr",
        "may",
        "june jun",
        "july jul",
        "august aug",
        "september sep sept",
        "october oct",
        "november nov",
        "december dec",
    }
        .SelectMany((names, i) => names.Split(' ').Select(n => KeyValuePair.Create(n, i + 1)))
        .ToFrozenDictionary();

    public static readonly FrozenDictionary<string, int> Numbers = new Dictionary<string, int>
    {
        ["a"] = 1,
        ["an"] = 1,
        ["one"] = 1,
        ["two"] = 2,
        ["three"] = 3,
        ["four"] = 4,
        ["five"] = 5,
        ["six"] = 6,
        ["seven"] = 7,
        ["eight"] = 8,
        ["nine"] = 9,
        ["ten"] = 10,
        ["eleven"] = 11,
        ["twelve"] = 12,
        ["thirteen"] = 13,
        ["fourteen"] = 14,
        ["fifteen"] = 15,
        ["sixteen"] = 16,
        ["seventeen"] = 17,
        ["eighteen"] = 18,
        ["nineteen"] = 19,
        ["twenty"] = 20,
        ["thirty"] = 30,
        ["forty"] = 40,
        ["fifty"] = 50,
        ["sixty"] = 60,
        ["seventy"] = 70,
        ["eighty"] = 80,
        ["ninety"] = 90,
        ["couple"] = 2,
    }.ToFrozenDictionary();

    /// <summary>Words that open a part of the sentence whose dates are its own.</summary>
    public static readonly FrozenSet<string> Subordinators = Set(
        "because since as while whereas if unless when whenever once although though so which who whose where"
    );

    /// <summary>Words of a clause that says nothing but how urgent or by when.</summary>
    public static readonly FrozenSet<string> Fillers = Set(
        "this that it it's is that's one please but and very really all quite "
            + "list jobs job tasks plan todo to-do to do things work for needed"
    );

    /// <summary>What is at a time of its own, and can be moved to another.</summary>
    public static readonly FrozenSet<string> Appointments = Set(
        "appointment lesson class session meeting visit booking viewing rehearsal fitting slot delivery collection interview call "
            + "service inspection tour check-up lunch party tasting survey"
    );

    /// <summary>Words behind which "for two" is a time, and not for how many.</summary>
    public static readonly FrozenSet<string> BeforeForATime = Set(
        "it them these those this that ready done needed wanted due me us here there up booked set planned arranged"
    );

    /// <summary>Verbs of what comes about by itself: "we should get it on Friday", "we should think about it".</summary>
    public static readonly FrozenSet<string> OfNoWork = Set(
        "be see get know hear have need want like love hope expect receive reach arrive manage find realise remember "
            + "think talk stop do keep look"
    );

    public static readonly FrozenSet<string> Prepositions = Set(
        "of to in on at by for with from into onto about under over after before until till between without through per via"
    );

    public static readonly FrozenSet<string> Reporting = Set(
        "said says told tells asked asks thinks thought wants wanted wrote writes mentioned promised reckons hopes believes"
    );

    /// <summary>Verbs by which work is usually ordered, in any trade.</summary>
    public static readonly FrozenSet<string> UsualOrders = Set(
        "add adjust agree align allocate answer apply arrange ask assemble assess assign attach attend balance bleed "
            + "block book bolt bring brush build buy calculate call cancel "
            + "carry change charge chase check clean clear close coat coil collect compare complete confirm "
            + "connect contact copy correct count cover cut decide deliver describe "
            + "design disconnect do double-check draft drain draw dress drill drop dry email empty enter "
            + "estimate examine fair fasten fetch file fill finalise find finish fit fix flush "
            + "follow forward free get give glue go grease grind hand hang haul have heat help hire hoist hold inform "
            + "inspect install insulate introduce inventory invite invoice "
            + "issue join keep label lay leave let lift list load lock log look lower lubricate mail "
            + "maintain make mark mask measure meet mend mix mount move note "
            + "notify number offer oil open order organise overhaul pack paint patch pay phone photograph pick place "
            + "plan plug polish post prepare press pressure-wash price prime print "
            + "produce provide publish pull pump purchase push put quote raise read rebuild receive "
            + "recheck record reconnect refit register remember remind remove renew rent repair replace reply "
            + "report request reschedule reserve reset resend respond restack restock retest return review rewire "
            + "ring rinse roll rub run sand save scan schedule scrape scrub seal secure sell send "
            + "service set settle sew share sharpen shift show sign slip solder sort splice split spray stack start "
            + "stay step stock stop store strip submit supply survey swap sweep switch take talk "
            + "tape tell test tidy tie tighten top touch tow track transfer treat trim try turn type undo unload "
            + "unpack untie update upload use vacuum verify view visit "
            + "bag bail bond bore chamfer chip chock clamp clip degrease deflate demount descale detach "
            + "discuss dismantle dispose drag drive edit enclose engage ensure enquire erase erect escort "
            + "etch exchange explain extend "
            + "fold fuel gather gauge greet guide handle hose identify improve inflate inject inquire insert "
            + "insure jack lace lend link locate loosen mention merge mop negotiate pad park pass pour practise present process "
            + "quantify query rack ream recommend rectify reduce refill refuel regrind reinforce relocate "
            + "research resolve restore rivet sandblast screw search select separate shim shorten "
            + "shut silence sketch slacken soak source speak spread "
            + "squeeze stencil sterilise stick stiffen stitch straighten strap stretch study suggest supervise "
            + "suspend tack tag tally tap tension throw tilt tip train translate transport tune twist "
            + "unblock uncover unlock unpick unplug unscrew unwrap "
            + "upgrade ventilate walk warm wedge winch wire witness "
            + "wait warn wash watch wax weigh weld wind wipe work wrap write"
    );
}
