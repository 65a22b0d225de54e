using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;

namespace Wrenlet.Server.Keeping;

/// <summary>
/// Leaves the last of the disk to those who can free some: with less than the reserve, only signing in and administrators'
/// changes are taken; reading goes on for everybody.
/// </summary>
internal sealed class LeftOfDisk(RequestDelegate next, Settings settings, LastOfDisk last)
{
    private static readonly TimeSpan Fresh = TimeSpan.FromSeconds(2);
    private long _looked = -1;
    private long _free;

    public Task InvokeAsync(HttpContext context)
    {
        if (Reads(context.Request) || Free() >= settings.Reserve)
            return next(context);
        if (!MakesRoom(context))
            return Refusals.NoRoom().ExecuteAsync(context);
        if (_free < LastOfDisk.Held)
            last.GiveUp();
        return next(context);
    }

    private static bool Reads(HttpRequest request) =>
        HttpMethods.IsGet(request.Method)
        || HttpMethods.IsHead(request.Method)
        || request.Path.StartsWithSegments("/live", StringComparison.Ordinal);

    private static bool MakesRoom(HttpContext context) =>
        context.Request.Path.StartsWithSegments("/api/session", StringComparison.Ordinal)
        || Viewer.Of(context)?.Person.May(Right.SetUp) is true;

    private long Free()
    {
        var now = Environment.TickCount64;
        if (_looked >= 0 && now - _looked <= Fresh.TotalMilliseconds)
            return _free;
        _looked = now;
        _free = last.Free();
        if (settings.Reserve > 0 && _free >= settings.Reserve + LastOfDisk.Held)
            last.Hold();
        return _free;
    }
}
