using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

/// <summary>Where new mail is placed.</summary>
public class PlacingTests
{
    private static readonly Guid Repairs = Guid.CreateVersion7();
    private static readonly Guid Unsorted = Guid.CreateVersion7();

    [Fact]
    public void An_answer_goes_where_its_references_name_if_its_sender_is_of_that_conversation()
    {
        var named = Some.Conversation();
        Placing.Referred(named, Some.Thorne, "b@thorne.example").ShouldBe(named);
        Placing.Referred(null, Some.Thorne, "b@thorne.example").ShouldBeNull();
    }

    [Fact]
    public void A_thread_that_was_passed_on_lets_no_other_party_in()
    {
        var named = Some.Conversation();
        Placing.Referred(named, Some.Oduya, "c@oduya.example").ShouldBeNull();
        Placing.Referred(named, null, "who@knows.example").ShouldBeNull();
    }

    [Fact]
    public void A_stranger_is_known_by_their_address_in_any_case()
    {
        var named = Some.Conversation() with { Party = null, Stranger = new Stranger("Somebody", "Some@Body.example") };
        Placing.Referred(named, null, "some@body.EXAMPLE").ShouldBe(named);
        Placing.Referred(named, null, "other@body.example").ShouldBeNull();
        Placing.Referred(named, Some.Thorne, "some@body.example").ShouldBeNull();
    }

    [Fact]
    public void What_is_new_of_a_party_goes_on_with_the_open_talk_that_has_the_newest_words()
    {
        var old = Some.Conversation() with { LastEntry = 5 };
        var newer = Some.Conversation() with { LastEntry = 9 };
        var closed = Some.Conversation(open: false) with { LastEntry = 12 };
        Placing.GoesOn([old, closed, newer], _ => true).ShouldBe(newer);
    }

    [Fact]
    public void Without_open_talk_it_goes_on_in_a_docket_that_is_open_still()
    {
        var over = Some.Conversation(open: false) with { LastEntry = 5 };
        var loose = Some.Conversation(open: false) with { LastEntry = 9, Docket = null };
        Placing.GoesOn([over, loose], _ => true).ShouldBe(over);
        Placing.GoesOn([over, loose], _ => false).ShouldBeNull();
        Placing.GoesOn([], _ => true).ShouldBeNull();
    }

    [Fact]
    public void The_queue_of_the_partys_docket_comes_before_what_a_machine_thinks()
    {
        var sure = new Guess(Repairs, 0.99, [], true);
        var docket = Guid.CreateVersion7();
        Placing
            .Queue(null, docket, sure, _ => true, Unsorted)
            .ShouldBe(docket, "an address of its own beats its words");
        Placing.Queue(docket, null, sure, _ => true, Unsorted).ShouldBe(docket);
        Placing.Queue(null, null, sure, _ => true, Unsorted).ShouldBe(Repairs);
    }

    [Fact]
    public void What_the_router_is_not_sure_of_waits_unsorted()
    {
        Placing.Queue(null, null, new Guess(Repairs, 0.6, [], false), _ => true, Unsorted).ShouldBe(Unsorted);
        Placing.Queue(null, null, new Guess(null, 0, [], false), _ => true, Unsorted).ShouldBe(Unsorted);
        Placing.Queue(null, null, null, _ => true, Unsorted).ShouldBe(Unsorted);
        Placing.Queue(null, null, null, _ => true, null).ShouldBeNull();
    }

    [Fact]
    public void A_queue_that_is_gone_is_not_placed_in() =>
        Placing.Queue(null, null, new Guess(Repairs, 0.99, [], true), _ => false, Unsorted).ShouldBe(Unsorted);

    [Fact]
    public void The_queue_of_a_docket_is_that_of_the_talk_that_came_last()
    {
        var loose = Some.Conversation() with { Docket = null };
        var talk = Some.Conversation();
        Placing.QueueOfDocket([loose, talk, Some.Conversation()]).ShouldBe(talk.Queue);
        Placing.QueueOfDocket([loose]).ShouldBeNull();
    }
}
