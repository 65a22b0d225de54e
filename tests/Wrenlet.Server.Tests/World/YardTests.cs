using System.Text.Json;

namespace Wrenlet.Server.Tests.World;

/// <summary>Tests over a small firm of their own, a server over it, and some of its people signed in.</summary>
/// <param name="people">First names of those who are signed in: staff by password, contacts by their link.</param>
public abstract class YardTests(params string[] people) : IAsyncLifetime
{
    private readonly Dictionary<string, Visitor> _visitors = [];

    protected SmallYard Yard { get; private set; } = null!;

    protected RunningServer Server { get; private set; } = null!;

    protected static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>Somebody who is signed in.</summary>
    protected Visitor Of(string person) => _visitors[person];

    public async ValueTask InitializeAsync()
    {
        Yard = await SmallYard.Build();
        Server = await RunningServer.Start(Yard.Folder, "--no-demo", "--clock", "2026-04-14T08:40", "--changes-per-second", "0");
        foreach (var person in people)
            _visitors[person] = Yard.Links.TryGetValue(person, out var link)
                ? await Server.Visit().ByLink(link)
                : await Server.Visit().SignIn($"{person.ToLowerInvariant()}@quay.example", SmallYard.Password);
    }

    public async ValueTask DisposeAsync()
    {
        foreach (var visitor in _visitors.Values) visitor.Dispose();
        await Server.DisposeAsync();
        Directory.Delete(Yard.Folder, recursive: true);
        GC.SuppressFinalize(this);
    }

    protected Guid Conversation(string name) => Yard.Conversations[name].Value;

    protected static Guid Id(JsonElement view) => view.GetProperty("id").GetGuid();

    /// <summary>Says something, with what goes along.</summary>
    protected static Task<JsonElement> Say(Visitor who, Guid conversation, string body, params object[] files) =>
        who.Do(HttpMethod.Post, $"/api/conversations/{conversation}/entries", new { id = Guid.CreateVersion7(), body, files });
}
