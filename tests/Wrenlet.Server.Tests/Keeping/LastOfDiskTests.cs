using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using Shouldly;
using Wrenlet.Server.Keeping;
using Wrenlet.Storage.Keeping;
using Xunit;

namespace Wrenlet.Server.Tests.Keeping;

/// <summary>A disk that other programs filled to the last byte.</summary>
public sealed class LastOfDiskTests : IDisposable
{
    private const long Much = 1L << 40;

    private readonly DataFolder _folder = new(Directory.CreateTempSubdirectory("wrenlet-disk-").FullName);

    public void Dispose() => Directory.Delete(_folder.Path, recursive: true);

    [Fact]
    public async Task What_is_held_back_is_given_up_as_somebody_signs_in()
    {
        await Sent("/api/conversations", Much);
        new FileInfo(_folder.Spare).Length.ShouldBe(LastOfDisk.Held);

        (await Sent("/api/conversations", 0)).ShouldBe(StatusCodes.Status507InsufficientStorage);
        File.Exists(_folder.Spare).ShouldBeTrue("nobody else's write is to have it");

        (await Sent("/api/session", 0)).ShouldBe(StatusCodes.Status200OK);
        File.Exists(_folder.Spare).ShouldBeFalse();
    }

    [Fact]
    public async Task With_a_little_left_it_stays_and_it_is_held_again_when_there_is_room()
    {
        await Sent("/api/session", Much);
        await Sent("/api/session", LastOfDisk.Held);
        File.Exists(_folder.Spare).ShouldBeTrue();

        await Sent("/api/session", LastOfDisk.Held - 1);
        File.Exists(_folder.Spare).ShouldBeFalse();

        await Sent("/api/session", Much);
        new FileInfo(_folder.Spare).Length.ShouldBe(LastOfDisk.Held);
    }

    [Fact]
    public async Task Without_a_reserve_nothing_is_held_back()
    {
        (await Sent("/api/conversations", Much, reserve: 0)).ShouldBe(StatusCodes.Status200OK);

        File.Exists(_folder.Spare).ShouldBeFalse();
    }

    /// <summary>What a change is answered with while so many bytes are free.</summary>
    private async Task<int> Sent(string path, long free, long reserve = 64 << 20)
    {
        var last = new LastOfDisk(_folder, () => free, NullLogger<LastOfDisk>.Instance);
        var settings = new Settings(_folder.Path, 0, null, false, "", 0, 0, null) { Reserve = reserve };
        var guard = new LeftOfDisk(_ => Task.CompletedTask, settings, last);
        var context = new DefaultHttpContext
        {
            RequestServices = new ServiceCollection().AddLogging().BuildServiceProvider(),
        };
        context.Request.Method = HttpMethods.Post;
        context.Request.Path = path;
        await guard.InvokeAsync(context);
        return context.Response.StatusCode;
    }
}
