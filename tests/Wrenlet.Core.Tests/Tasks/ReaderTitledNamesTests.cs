using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Messages of a firm some of whose people have a title before their names, as imported contact cards give it.</summary>
public class ReaderTitledNamesTests
{
    private static readonly Person Kemal = Yard.Named("Kit") with { Name = "Dr Kemal Aydin" };
    private static readonly Person Joyce = Yard.Named("Ines") with { Name = "Nurse Joyce Abara" };

    private static readonly TaskReader Reader = new(
        Yard.Setting with
        {
            Staff = [Yard.Named("Odalys"), Kemal, Joyce],
            Others = ["Mrs Quayle", "Mr Hollis"],
        }
    );

    [Theory]
    [InlineData("Kemal, please sign the statement by Friday", "Kemal", "Sign the statement")]
    [InlineData("Joyce: order new dressings", "Joyce", "Order new dressings")]
    [InlineData("Dr Aydin, can you ring Mrs Quayle back today?", "Kemal", "Ring Mrs Quayle back")]
    [InlineData("Could Nurse Joyce show the students round on Thursday", "Joyce", "Show the students round")]
    [InlineData("aydin pls check the fridge", "Kemal", "Check the fridge")]
    public void A_colleague_is_meant_by_any_of_the_names(string text, string owner, string title)
    {
        var draft = Reader.Read(text, Yard.Named("Odalys").Id, Sent).ShouldHaveSingleItem();
        draft.Owners!.Value.ShouldBe([new TaskOwner.OfPerson(owner is "Kemal" ? Kemal.Id : Joyce.Id)]);
        draft.Title.Value.ShouldBe(title);
    }

    [Fact]
    public void A_title_alone_is_nobody_s_name()
    {
        var draft = Reader
            .Read("Joyce, Dr Bell rang, ring her back", Yard.Named("Odalys").Id, Sent)
            .ShouldHaveSingleItem();
        draft.Owners!.Value.ShouldBe([new TaskOwner.OfPerson(Joyce.Id)]);
        draft.Title.Value.ShouldBe("Ring Dr Bell back");
    }

    [Fact]
    public void Me_is_the_author_by_the_first_name() =>
        Reader
            .Read("Joyce, send me the list", Kemal.Id, Sent)
            .ShouldHaveSingleItem()
            .Title.Value.ShouldBe("Send Kemal the list");

    private static NodaTime.Instant Sent => Yard.At("2026-04-14T08:40");
}
