using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Keeping;

/// <summary>Says on standard error how far something long is, once a second: in place where somebody looks on.</summary>
internal sealed class ProgressLine : IDisposable
{
    private readonly bool _watched = !Console.IsErrorRedirected;
    private long _last;
    private bool _said;

    public void How(Progress progress)
    {
        var now = Environment.TickCount64;
        if (now - _last < 1000)
            return;
        // What takes no second needs no telling.
        if (_last != 0)
            Say($"{progress.What}: {progress.Done} of {progress.Of}");
        _last = now;
    }

    /// <summary>Takes away what was said in place.</summary>
    public void Done()
    {
        if (_said && _watched)
            Console.Error.Write("\r\u001b[K");
        _said = false;
    }

    public void Dispose() => Done();

    private void Say(string words)
    {
        if (_watched)
            Console.Error.Write($"\r{words}\u001b[K");
        else
            Console.Error.WriteLine(words);
        _said = true;
    }
}
