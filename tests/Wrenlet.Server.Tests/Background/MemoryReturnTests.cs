using Wrenlet.Server.Background;

namespace Wrenlet.Server.Tests.Background;

public sealed class MemoryReturnTests : IDisposable
{
    private const long Busy = MemoryReturn.Quiet + 1;

    private long _allocated;
    private int _given;
    private readonly MemoryReturn _return;

    public MemoryReturnTests() => _return = new(() => _allocated, () => _given++);

    public void Dispose() => _return.Dispose();

    [Fact]
    public void MemoryIsGivenBackOnceItIsQuietAfterMuchWasDone()
    {
        After(MemoryReturn.Worthwhile);
        Assert.Equal(0, _given);

        After(MemoryReturn.Quiet);
        Assert.Equal(1, _given);
    }

    [Fact]
    public void NobodyWaitsForItWhileTheyWork()
    {
        for (var i = 0; i < 20; i++)
            After(Busy);
        Assert.Equal(0, _given);
    }

    [Fact]
    public void WithLittleDoneSinceItIsNotDoneAgain()
    {
        After(MemoryReturn.Worthwhile);
        After(0);
        After(Busy);
        After(0);
        Assert.Equal(1, _given);

        After(MemoryReturn.Worthwhile);
        After(0);
        Assert.Equal(2, _given);
    }

    private void After(long bytes)
    {
        _allocated += bytes;
        _return.Look();
    }
}
