namespace Wrenlet.Server.Tests.World;

internal static class Waiting
{
    /// <summary>Waits until something has happened; fails after some seconds.</summary>
    public static async Task Until(Func<bool> happened, int seconds = 10)
    {
        for (var i = 0; i < seconds * 20 && !happened(); i++) await Task.Delay(50);
        happened().ShouldBeTrue($"it did not happen within {seconds} seconds");
    }
}
