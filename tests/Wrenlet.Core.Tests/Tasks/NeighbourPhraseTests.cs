using CsCheck;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Other words for the same rules.</summary>
public class NeighbourPhraseTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData(
        "Could Pryderi splice the eye by end of play tomorrow?",
        "Pryderi Voss",
        "2026-04-15T17:00",
        "Splice the eye"
    )]
    [InlineData("Hanneke to order impellers by Fri 10am", "Hanneke Osei", "2026-04-17T10:00", "Order impellers")]
    [InlineData("Please order more antifoul before the weekend", "-", "2026-04-17T17:00", "Order more antifoul")]
    [InlineData(
        "@Mateus please order the cable by Thursday as Caspian sails on Saturday",
        "Mateus Lindqvist",
        "2026-04-16T17:00",
        "Order the cable"
    )]
    [InlineData("If it rains on Monday, @Kit cover the deck", "Kit Ramaswamy", "-", "Cover the deck")]
    [InlineData("Remind me to ring Benedikta tomorrow at 9", "Odalys Brandt", "2026-04-15T09:00", "Ring Benedikta")]
    [InlineData(
        "@Ines please order the bolts from the usual place by Thursday noon, before the price goes up.",
        "Ines Kowal",
        "2026-04-16T12:00",
        "Order the bolts from the usual place"
    )]
    [InlineData(
        "Ines and Kit, please turn the boat by the end of May",
        "Ines Kowal;Kit Ramaswamy",
        "2026-05-29T17:00",
        "Turn the boat"
    )]
    [InlineData("The tiller needs varnishing by Friday", "-", "2026-04-17T17:00", "Varnish the tiller")]
    [InlineData(
        "I'll send it to Wilhelmina by quarter to four",
        "Odalys Brandt",
        "2026-04-14T15:45",
        "Send it to Wilhelmina"
    )]
    [InlineData("@Kit Ramaswamy sweep the shed in half an hour", "Kit Ramaswamy", "2026-04-14T09:10", "Sweep the shed")]
    [InlineData("Please check the seacocks by Friday @Ines", "Ines Kowal", "2026-04-17T17:00", "Check the seacocks")]
    [InlineData("@Ines check the pump by Thursday, sorry, Friday", "Ines Kowal", "2026-04-17T17:00", "Check the pump")]
    [InlineData(
        "@Pryderi measure the stays no later than the 21st at 4pm",
        "Pryderi Voss",
        "2026-04-21T16:00",
        "Measure the stays"
    )]
    [InlineData(
        "The surveyor comes on Thursday at 2. @Kit please clear the cabin before then",
        "Kit Ramaswamy",
        "2026-04-16T14:00",
        "Clear the cabin"
    )]
    [InlineData(
        "We launch on the 28th, so @Kit slings and straps on the quay by noon that day",
        "Kit Ramaswamy",
        "2026-04-28T12:00",
        "Slings and straps on the quay"
    )]
    [InlineData(
        "Ring the yard at Hollow Quay, Ines, and say we're on our way",
        "Ines Kowal",
        "-",
        "Ring the yard at Hollow Quay and say we're on our way"
    )]
    [InlineData("Ring Benedikta, Kit, she's in until four", "Kit Ramaswamy", "-", "Ring Benedikta")]
    [InlineData("Order hinges, Kit, brass, a dozen", "Kit Ramaswamy", "-", "Order hinges, brass, a dozen")]
    [InlineData("Ines, thank Benedikta for the cake please", "Ines Kowal", "-", "Thank Benedikta for the cake")]
    [InlineData("Kit, order the rope because we are nearly out", "Kit Ramaswamy", "-", "Order the rope")]
    [InlineData(
        "Kit, cut the batten to 1.5 m by Friday",
        "Kit Ramaswamy",
        "2026-04-17T17:00",
        "Cut the batten to 1.5 m"
    )]
    public void Reads_owner_due_and_title(string text, string owner, string due, string title)
    {
        var draft = Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40")).ShouldHaveSingleItem();
        OwnersOf(draft).ShouldBe(owner);
        (draft.Due is { } d ? Yard.Local(d.Value) : "-").ShouldBe(due);
        draft.Title.Value.ShouldBe(title);
    }

    private static string OwnersOf(Draft draft) =>
        draft.Owners is null
            ? "-"
            : string.Join(
                ';',
                draft.Owners.Value.Select(o => Yard.Staff.Single(s => s.Id == ((TaskOwner.OfPerson)o).Person).Name)
            );

    [Theory]
    [InlineData("Pryderi stepped the mast yesterday")]
    [InlineData("The crane is booked for Thursday")]
    [InlineData("Who has the key to shed two?")]
    [InlineData("Benedikta asked us to hurry")]
    [InlineData("Don't launch her")]
    [InlineData("")]
    [InlineData("   \n ")]
    [InlineData("@Ines")]
    public void Finds_no_work_where_none_is_asked(string text) =>
        Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40")).ShouldBeEmpty();

    [Fact]
    public void Who_does_what_is_theirs_each()
    {
        var drafts = Reader.Read(
            "Ines books the crane, Kit tells the owner, and please both by Friday",
            Yard.Named("Odalys").Id,
            Yard.At("2026-04-14T08:40")
        );

        drafts
            .Select(d => (OwnersOf(d), d.Title.Value))
            .ShouldBe([("Ines Kowal", "Book the crane"), ("Kit Ramaswamy", "Tell the owner")]);
    }

    [Fact]
    public void A_customers_mail_with_three_requests_gives_three_drafts()
    {
        var drafts = Reader.Read(
            "Hello,\nplease check the bilge by Friday. Could you also send me the invoice? And please order a new "
                + "halyard by the end of the month.\nThanks, Benedikta",
            null,
            Yard.At("2026-04-14T08:40")
        );
        drafts.Select(d => d.Title.Value).ShouldBe(["Check the bilge", "Send me the invoice", "Order a new halyard"]);
    }

    [Fact]
    public void Two_orders_with_their_own_dates_are_two_drafts() =>
        Reader
            .Read(
                "Call the insurer today and post the keys tomorrow",
                Yard.Named("Odalys").Id,
                Yard.At("2026-04-14T08:40")
            )
            .Select(d => d.Title.Value)
            .ShouldBe(["Call the insurer", "Post the keys"]);

    [Fact]
    public void Today_named_by_its_weekday_offers_next_week_too()
    {
        var due = Reader.Read("@Kit sweep up by Tuesday", null, Yard.At("2026-04-14T08:40")).Single().Due!;
        Yard.Local(due.Value).ShouldBe("2026-04-14T17:00");
        due.Alternatives.Select(a => Yard.Local(a)).ShouldBe(["2026-04-21T17:00"]);
    }

    [Fact]
    public void Not_urgent_but_important_is_high() =>
        Reader
            .Read("@Kit coil the hoses, not urgent but important", null, Yard.At("2026-04-14T08:40"))
            .Single()
            .Priority.Value.ShouldBe(Priority.High);

    [Fact]
    public void Any_text_is_read_without_failing() =>
        Pieces.Sample(
            text =>
            {
                foreach (var draft in Reader.Read(text, null, Yard.At("2026-04-14T08:40")))
                    if (draft.Title.Value.Length == 0)
                        throw new InvalidOperationException("A draft has a title.");
            },
            iter: 20_000
        );

    private static readonly Gen<string> Pieces = Gen.OneOf(
        Gen.String,
        Gen.OneOfConst(
                "@Ines",
                "please",
                "by",
                "Friday",
                "week",
                "the",
                "12th",
                "12/5",
                "in",
                "2",
                "hours",
                "no",
                ",",
                "and",
                "@hull",
                "every",
                "before",
                "launch",
                "at",
                "3",
                "\n",
                "- ",
                ".",
                "between",
                "1:75",
                "99/99",
                "31 Feb",
                "not",
                "urgent"
            )
            .Array[0, 12]
            .Select(words => string.Join(' ', words))
    );
}
