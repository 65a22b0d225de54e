using System.Net;
using System.Text.Json;
using Wrenlet.Core.Conversations;

namespace Wrenlet.Server.Tests.World;

/// <summary>
/// Tests over a small firm that those of one class share, with a server over it and everybody signed in. What one
/// changes the others may meet.
/// </summary>
public abstract class YardTests(YardFixture fixture) : IClassFixture<YardFixture>
{
    protected SmallYard Yard => fixture.Yard;

    protected RunningServer Server => fixture.Server;

    protected static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>Kills the server and starts another over the same data.</summary>
    protected Task Restart() => fixture.Restart();

    /// <summary>Somebody who is signed in, by their first name.</summary>
    protected Visitor Of(string person) => fixture.Visitors[person];

    protected Guid Conversation(string name) => Yard.Conversations[name].Value;

    /// <summary>The words of a field; null where there are none.</summary>
    protected static string? Text(JsonElement view, string name) => view.GetProperty(name).GetString();

    protected static Guid Id(JsonElement view) => view.GetProperty("id").GetGuid();

    /// <summary>Says something, with what goes along.</summary>
    protected static Task<JsonElement> Say(Visitor who, Guid conversation, string body, params object[] files) =>
        who.Do(
            HttpMethod.Post,
            $"/api/conversations/{conversation}/entries",
            new
            {
                id = Guid.CreateVersion7(),
                body,
                files,
            }
        );

    /// <summary>Brings a file, in one part.</summary>
    protected static async Task<Guid> Upload(Visitor who, string name, string type, byte[] bytes)
    {
        var id = Guid.CreateVersion7();
        await who.Do(
            HttpMethod.Post,
            "/api/uploads",
            new
            {
                id,
                name,
                mediaType = type,
                size = bytes.Length,
            }
        );
        var request = new HttpRequestMessage(HttpMethod.Patch, $"/api/uploads/{id}")
        {
            Content = new ByteArrayContent(bytes),
        };
        request.Headers.Add("Upload-Offset", "0");
        (await who.Http.SendAsync(request, Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        return id;
    }
}
