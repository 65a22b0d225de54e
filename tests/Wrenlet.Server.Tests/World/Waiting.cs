namespace Wrenlet.Server.Tests.World;

internal static class Waiting
{
    /// <summary>Waits until something has happened; fails after some seconds.</summary>
    public static async Task Until(Func<bool> happened, int seconds = 30)
    {
        for (var i = 0; i < seconds * 20 && !happened(); i++)
            await Task.Delay(50);
        happened().ShouldBeTrue($"it did not happen within {seconds} seconds");
    }

    /// <summary>Waits until something that has to be asked for has happened; fails after some seconds.</summary>
    public static async Task Until(Func<Task<bool>> happened, int seconds = 30)
    {
        for (var i = 0; i < seconds * 20 && !await happened(); i++)
            await Task.Delay(50);
        (await happened()).ShouldBeTrue($"it did not happen within {seconds} seconds");
    }
}
