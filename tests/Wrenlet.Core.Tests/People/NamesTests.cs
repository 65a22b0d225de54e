using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.People;

/// <summary>What people are called for short, and by what they are meant, where a title stands before their names.</summary>
public sealed class NamesTests
{
    [Theory]
    [InlineData("Kit Ramaswamy", "Kit")]
    [InlineData("Wilhelmina van Achterberg", "Wilhelmina")]
    [InlineData("Dr Kemal Aydin", "Kemal")]
    [InlineData("Prof. Dr Ada Lum", "Ada")]
    [InlineData("Mrs Quayle", "Mrs Quayle")]
    [InlineData("Sister Bernadette", "Sister Bernadette")]
    [InlineData("Thorne", "Thorne")]
    [InlineData("Captain", "Captain")]
    [InlineData("  ", "")]
    public void Somebody_is_called_by_a_name_and_not_by_a_title(string name, string called) =>
        Names.First(name).ShouldBe(called);

    [Theory]
    [InlineData("Kit Ramaswamy", "Kit Ramaswamy; Kit; Ramaswamy")]
    [InlineData("Dr Kemal Aydin", "Dr Kemal Aydin; Kemal Aydin; Dr Kemal; Dr Aydin; Kemal; Aydin")]
    [InlineData("Mrs Quayle", "Mrs Quayle; Mrs Q; Quayle")]
    [InlineData("Thorne", "Thorne")]
    public void Nobody_is_meant_by_a_title_alone(string name, string ways) =>
        string.Join("; ", Names.Ways(name)).ShouldBe(ways);

    [Theory]
    [InlineData("Dr Kemal Aydin", "KA")]
    [InlineData("Mrs Quayle", "MQ")]
    [InlineData("Prof. Dr Ada Lum", "AL")]
    public void Initials_are_of_the_names(string name, string initials) => Names.Initials(name).ShouldBe(initials);

    [Theory]
    [InlineData("Dr", true)]
    [InlineData("prof.", true)]
    [InlineData("MRS", true)]
    [InlineData("Kit", false)]
    public void A_title_is_known_however_it_is_written(string word, bool isTitle) =>
        Names.IsTitle(word).ShouldBe(isTitle);

    [Fact]
    public void A_colleague_with_a_title_is_tagged_by_the_first_name()
    {
        var kemal = new CanBeTagged("Dr Kemal Aydin", new PersonId(Guid.CreateVersion7()), null);
        kemal.Ways.ShouldContain("Kemal");
        new CanBeTagged("Dr Watch", null, new CrewId(Guid.CreateVersion7())).Ways.ShouldBe(["Dr Watch"]);
    }

    [Theory]
    [InlineData("dr a", 1)]
    [InlineData("aydin", 1)]
    [InlineData("Kemal A", 1)]
    [InlineData("dr kemal", 0)]
    [InlineData("", 0)]
    [InlineData("mrs", -1)]
    public void A_name_is_found_by_the_beginning_of_any_way_it_is_said(string typed, int rank) =>
        Names.Rank("Dr Kemal Aydin", typed).ShouldBe(rank);

    [Theory]
    [InlineData("Dr Kemal Aydin", "Dr Kemal Aydin")]
    [InlineData("dr aydin", "Dr Kemal Aydin")]
    [InlineData("Kemal", "Dr Kemal Aydin")]
    [InlineData("Kit Aydin", "Kit Aydin")]
    [InlineData("Aydin", null)]
    [InlineData("Lum", "Ada Lum")]
    [InlineData("Ada", null)]
    [InlineData("Dr", null)]
    public void Whoever_is_meant_is_the_only_one_so_called(string written, string? meant)
    {
        Person[] people =
        [
            .. new[] { "Dr Kemal Aydin", "Kit Aydin", "Ada Lum", "Ada Bell" }.Select(n =>
                Somebody.Staff(n, Role.Member)
            ),
        ];
        Names.Meant(written, people)?.Name.ShouldBe(meant);
        (Names.Meant(written, people) is null).ShouldBe(meant is null);
    }
}
