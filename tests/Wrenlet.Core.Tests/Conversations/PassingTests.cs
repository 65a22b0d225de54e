using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

public class PassingTests
{
    private static readonly Place Open = new Place.Inside(DocketSight.Open);

    private static Place Only(params string[] names) =>
        new Place.Inside(DocketSight.Only(names.Select(n => Yard.Named(n).Id), []));

    private static string? Warned(Place from, Place to) =>
        Passing.Warns(Passing.NewReaders(from, p => p.MaySee(to), Yard.Staff));

    [Fact]
    public void From_an_open_docket_nobody_reads_what_they_could_not_before() =>
        Warned(Open, Only("Ines", "Kit")).ShouldBeNull();

    [Fact]
    public void From_a_limited_docket_those_are_named_who_could_not_read_it() =>
        Warned(Only("Odalys", "Ines"), Only("Odalys", "Ines", "Kit"))
            .ShouldBe("Kit cannot see where this was said, and would read it there. Share it anyway?");

    [Fact]
    public void Many_are_counted()
    {
        var warned = Warned(Only("Odalys"), Open).ShouldNotBeNull();
        warned.ShouldContain("and 4 more cannot see");
    }
}
