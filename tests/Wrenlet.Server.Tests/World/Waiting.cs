namespace Wrenlet.Server.Tests.World;

internal static class Waiting
{
    /// <summary>Waits until something has happened; fails after five seconds.</summary>
    public static async Task Until(Func<bool> happened)
    {
        for (var i = 0; i < 100 && !happened(); i++) await Task.Delay(50);
        happened().ShouldBeTrue("it did not happen within five seconds");
    }
}
