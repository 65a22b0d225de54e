using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Tests.Conversations;

public sealed class FilingStoreTests : Shelf
{
    private static readonly Filing Advice = new(FilingKind.Advice, 20, true, Odalys);

    [Fact]
    public void What_is_filed_is_kept_filed_otherwise_and_taken_out_again()
    {
        var entry = Say("Do not sail her");
        FilingStore.Put(S, entry, Advice, Now);
        FilingStore.Of(S, [entry])[entry].ShouldBe(Advice);
        var otherwise = new Filing(FilingKind.Decision, 5, false, Ines);
        FilingStore.Put(S, entry, otherwise, Now);
        FilingStore.Of(S, [entry])[entry].ShouldBe(otherwise);
        FilingStore.Put(S, entry, null, Now);
        FilingStore.Of(S, [entry]).ShouldBeEmpty();
        FilingStore.KeysOf(S, Refit).ShouldBeEmpty();
    }

    [Fact]
    public void A_dockets_record_is_what_was_filed_in_it_in_its_order()
    {
        var (first, second, third) = (Say("One"), Say("Two"), Say("Three"));
        FilingStore.Put(S, third, Advice, Now);
        FilingStore.Put(S, first, Advice, Now);
        FilingStore.KeysOf(S, Refit).ShouldBe([first, third]);
        FilingStore.Of(S, [first, second, third]).Keys.ShouldBe([first, third], ignoreOrder: true);
        FilingStore.KeysOf(S, new DocketId(Guid.CreateVersion7())).ShouldBeEmpty();
    }
}
