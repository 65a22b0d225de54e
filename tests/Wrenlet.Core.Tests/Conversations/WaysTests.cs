using CsCheck;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

/// <summary>Ways out of a conversation, and which of them is usual.</summary>
public class WaysTests
{
    private static readonly Recipient Mail = new("Benedikta", "b@thorne.example");
    private static readonly Recipient Office = new("Office", "office@thorne.example");
    private static readonly Recipient Phone = new("Benedikta", "+351912345678");
    private static readonly Recipient Other = new("Caspian", "+351912345679");
    private static readonly Reachable All = new("Thorne", [Mail, Office], [Phone, Other], true);
    private static readonly Reachable Nobody = new("Somebody", [], [], false);

    [Theory]
    [InlineData(null, Via.Mail)]
    [InlineData(Via.Mail, Via.Mail)]
    [InlineData(Via.Page, Via.Mail)]
    [InlineData(Via.Text, Via.Text)]
    public void A_reply_goes_by_mail_unless_they_wrote_last_by_text(Via? lastIn, Via usual)
    {
        Ways.Usual(All, lastIn).ShouldBe(usual);
        Ways.Open(All, lastIn)[0].ShouldBe(usual);
        Ways.Open(All, lastIn).ShouldBe([Via.Mail, Via.Text, Via.Page], ignoreOrder: true);
    }

    [Theory]
    [InlineData(ReachedBy.Text, null, Via.Text)]
    [InlineData(ReachedBy.Page, Via.Mail, Via.Page)]
    [InlineData(ReachedBy.Mail, Via.Text, Via.Text)]
    [InlineData(ReachedBy.Call, null, Via.Mail)]
    public void What_they_like_comes_first_but_after_how_they_wrote_by_text(
        ReachedBy prefers,
        Via? lastIn,
        Via usual
    ) => Ways.Usual(All with { Prefers = prefers }, lastIn).ShouldBe(usual);

    [Fact]
    public void What_cannot_be_used_is_not_usual_however_they_wrote()
    {
        Ways.Usual(All with { Phones = [] }, Via.Text).ShouldBe(Via.Mail);
        Ways.Usual(All with { Mail = [], Phones = [] }, Via.Mail).ShouldBe(Via.Page);
        Ways.Usual(All with { Mail = [] }, null).ShouldBe(Via.Text);
    }

    [Fact]
    public void There_is_always_one_way_and_each_only_once() =>
        Gen.Select(Gen.Bool, Gen.Bool, Gen.Bool, Gen.OneOfConst<Via?>(null, Via.Mail, Via.Text, Via.Page))
            .Sample(
                (mail, phone, page, last) =>
                {
                    var open = Ways.Open(new("T", mail ? [Mail] : [], phone ? [Phone] : [], page), last);
                    return open.Length > 0 && open.Distinct().Count() == open.Length;
                }
            );

    [Fact]
    public void Mail_goes_to_all_of_them_and_text_to_one()
    {
        Ways.Usually(All, Via.Mail, null).To.ShouldBe([Mail, Office]);
        Ways.Usually(All, Via.Text, null).To.ShouldBe([Phone]);
        Ways.Usually(All, Via.Text, "Caspian").To.ShouldBe([Other]);
        Ways.Usually(All, Via.Text, "Somebody else").To.ShouldBe([Phone]);
        Ways.Usually(All, Via.Page, null).ShouldBe(new WayOut([], null), new SameWay());
    }

    private sealed class SameWay : IEqualityComparer<WayOut>
    {
        public bool Equals(WayOut? x, WayOut? y) => x!.To.SequenceEqual(y!.To) && x.Wrong == y.Wrong;

        public int GetHashCode(WayOut way) => way.To.Length;
    }

    [Theory]
    [InlineData(Via.Mail, "No mail address of Somebody is known. Add one to the contact")]
    [InlineData(Via.Text, "No telephone number of Somebody is known. Add one to the contact")]
    [InlineData(Via.Page, "Somebody is not among the contacts and has no page")]
    [InlineData(Via.Call, "A call is made by telephone")]
    public void Why_a_way_cannot_be_used_is_said_with_what_to_do(Via via, string words) =>
        Ways.To(Nobody, via).Wrong.ShouldNotBeNull().ShouldStartWith(words);
}
