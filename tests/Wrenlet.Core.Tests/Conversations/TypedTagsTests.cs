using System.Collections.Immutable;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

public class TypedTagsTests
{
    private static CanBeTagged Person(string name) => new(name, new PersonId(Guid.CreateVersion7()), null);

    private static readonly CanBeTagged Ines = Person("Ines Kowal");
    private static readonly CanBeTagged Kit = Person("Kit Ramaswamy");
    private static readonly CanBeTagged OtherKit = Person("Kit O'Hara");
    private static readonly CanBeTagged Anne = Person("Anne-Marie Holt");
    private static readonly CanBeTagged Rigging = new("rigging", null, new CrewId(Guid.CreateVersion7()));
    private static readonly CanBeTagged Watch = new("night watch", null, new CrewId(Guid.CreateVersion7()));
    private static readonly CanBeTagged Doctor = Person("Dr Kemal Aydin");
    private static readonly CanBeTagged Quayle = Person("Mrs Quayle");
    private static readonly CanBeTagged[] All = [Ines, Kit, OtherKit, Anne, Rigging, Watch, Doctor, Quayle];

    private static string Complete(string words) =>
        TypedTags.Complete(words, TypedTags.Find(words, All), who => $"<{who.Name}>");

    [Theory]
    [InlineData("@Ines please look", "<Ines Kowal> please look")]
    [InlineData("@ines, please", "<Ines Kowal>, please")]
    [InlineData("Ask @Ines.", "Ask <Ines Kowal>.")]
    [InlineData("(@Ines)", "(<Ines Kowal>)")]
    [InlineData("@Ines Kowal will", "<Ines Kowal> will")]
    [InlineData("@Ines’s bench", "<Ines Kowal>’s bench")]
    [InlineData("@Kit Ramaswamy and @kit o'hara", "<Kit Ramaswamy> and <Kit O'Hara>")]
    [InlineData("@Anne-Marie, hello", "<Anne-Marie Holt>, hello")]
    [InlineData("@rigging on Monday", "<rigging> on Monday")]
    [InlineData("@Kowal's list", "<Ines Kowal>'s list")]
    [InlineData("@Ines Kowal's list", "<Ines Kowal>'s list")]
    [InlineData("@Ines Kowal-Bell is another", "<Ines Kowal> Kowal-Bell is another")]
    [InlineData("@Night watch, at eight", "<night watch>, at eight")]
    [InlineData("@night at eight", "@night at eight")]
    [InlineData("@Dr Kemal Aydin", "<Dr Kemal Aydin>")]
    [InlineData("@dr aydin and @Kemal", "<Dr Kemal Aydin> and <Dr Kemal Aydin>")]
    [InlineData("@Mrs Quayle, @Mrs Q", "<Mrs Quayle>, <Mrs Quayle>")]
    [InlineData("@Dr is nobody", "@Dr is nobody")]
    [InlineData("@Mrs Quaylewell is nobody", "@Mrs Quaylewell is nobody")]
    [InlineData("@Inessa is nobody here", "@Inessa is nobody here")]
    [InlineData("write to ines@quay.example", "write to ines@quay.example")]
    [InlineData("[@Ines Kowal](person:1) and @Ines", "[@Ines Kowal](person:1) and <Ines Kowal>")]
    [InlineData("`@Ines` and ``` @Ines ```", "`@Ines` and ``` @Ines ```")]
    [InlineData("\\@Ines", "\\@Ines")]
    [InlineData("[ @Ines", "[ <Ines Kowal>")]
    [InlineData("no names", "no names")]
    public void A_name_that_fits_one_is_the_tag(string words, string tagged) => Complete(words).ShouldBe(tagged);

    [Fact]
    public void A_name_that_fits_several_is_left_for_its_writer_to_choose()
    {
        var found = TypedTags.Find("@Kit, look", All).ShouldHaveSingleItem();
        found.Fits.Select(f => f.Name).ShouldBe(["Kit Ramaswamy", "Kit O'Hara"]);
        (found.Start, found.End).ShouldBe((0, 4));
        Complete("@Kit, look").ShouldBe("@Kit, look");
    }

    [Fact]
    public void Many_signs_cost_no_more_than_their_number()
    {
        var words = string.Concat(Enumerable.Repeat("@[`", 30_000));
        var before = GC.GetAllocatedBytesForCurrentThread();
        TypedTags.Find(words, All).ShouldBeEmpty();
        (GC.GetAllocatedBytesForCurrentThread() - before).ShouldBeLessThan(words.Length * 200L);
    }

    [Fact]
    public void Nothing_is_found_where_nobody_can_be_tagged() =>
        TypedTags.Find("@Ines", ImmutableArray<CanBeTagged>.Empty).ShouldBeEmpty();
}
