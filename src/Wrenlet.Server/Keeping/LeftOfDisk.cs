using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;

namespace Wrenlet.Server.Keeping;

/// <summary>
/// Leaves the last of the disk to those who can free some: with less than the reserve, only signing in and administrators'
/// changes are taken; reading goes on for everybody.
/// </summary>
internal sealed class LeftOfDisk(RequestDelegate next, Settings settings)
{
    private static readonly TimeSpan Fresh = TimeSpan.FromSeconds(2);
    private long _looked = -1;
    private bool _short;

    public Task InvokeAsync(HttpContext context) =>
        !HttpMethods.IsGet(context.Request.Method)
        && !HttpMethods.IsHead(context.Request.Method)
        && !context.Request.Path.StartsWithSegments("/api/session", StringComparison.Ordinal)
        && !context.Request.Path.StartsWithSegments("/live", StringComparison.Ordinal)
        && Viewer.Of(context)?.Person.May(Right.SetUp) is not true
        && IsShort()
            ? Refusals.NoRoom().ExecuteAsync(context)
            : next(context);

    private bool IsShort()
    {
        var now = Environment.TickCount64;
        if (_looked < 0 || now - _looked > Fresh.TotalMilliseconds)
        {
            _looked = now;
            _short = DatabaseWatch.Free(settings) < settings.Reserve;
        }

        return _short;
    }
}
