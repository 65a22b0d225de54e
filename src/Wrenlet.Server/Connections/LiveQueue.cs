using System.Threading.Channels;

namespace Wrenlet.Server.Connections;

/// <summary>
/// What waits to be sent to one browser, in its order. One that does not read delays nobody else: when too much waits
/// for it, it is cut off, and catches up by the change log when it comes back.
/// </summary>
/// <typeparam name="T">What is sent.</typeparam>
/// <param name="send">Hands one thing over to the connection.</param>
/// <param name="cut">Cuts the connection off.</param>
internal sealed class LiveQueue<T>(Func<T, ValueTask> send, Action cut)
{
    /// <summary>How many things may wait.</summary>
    public const int Most = 512;

    // What the connection takes at once is handed over where it is offered, without a change of threads.
    private readonly Channel<T> _waiting = Channel.CreateBounded<T>(
        new BoundedChannelOptions(Most)
        {
            SingleReader = true,
            FullMode = BoundedChannelFullMode.Wait,
            AllowSynchronousContinuations = true,
        }
    );

    /// <summary>How many things wait now.</summary>
    public int Waiting => _waiting.Reader.Count;

    /// <summary>Puts something behind what waits.</summary>
    /// <returns>Whether there was room; without it the connection has been cut off.</returns>
    public bool Offer(T message)
    {
        if (_waiting.Writer.TryWrite(message))
            return true;
        // Nothing more is sent: a gap would be worse than a cut, after which the browser asks for what it missed.
        _waiting.Writer.TryComplete();
        cut();
        return false;
    }

    /// <summary>Sends what waits until the connection ends.</summary>
    public async Task Run()
    {
        try
        {
            await foreach (var message in _waiting.Reader.ReadAllAsync())
                await send(message);
        }
        // A connection that breaks while something is sent to it is taken away by the hub.
#pragma warning disable CA1031
        catch (Exception)
#pragma warning restore CA1031
        {
            _waiting.Writer.TryComplete();
            cut();
        }
    }

    /// <summary>Sends nothing that comes from now on.</summary>
    public void End() => _waiting.Writer.TryComplete();
}
