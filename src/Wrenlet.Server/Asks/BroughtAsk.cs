using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Asks;

/// <summary>What an entry asks, while it is being said.</summary>
internal sealed class BroughtAsk(NewAsk given) : IBrought
{
    private Asking? _asking;

    public PostRefusal? Read(Conversation conversation, Person author, Roster roster, Instant at)
    {
        (_asking, var refusal) = AskReading.Read(given, conversation, author, roster, at);
        return refusal;
    }

    public RenderedText With(RenderedText words) => words;

    public Entry Mark(Entry entry) => entry with { Asks = true };

    public void Write(Writing w, Entry entry) =>
        AskStore.Add(w.Session, new AskId(given.Id), entry.Key, _asking!, entry.At);
}

/// <summary>What is asked outside, which can be answered in plain words.</summary>
internal sealed class AnsweredAsks : IAnsweredInWords
{
    public string? HowToAnswer(SqlSession session, Entry entry, Roster roster, string page) =>
        entry.Asks && AskStore.OfEntries(session, [entry.Key]).GetValueOrDefault(entry.Id) is { } ask
            ? AskReading.HowToAnswer(ask.Asking.Terms, roster, ask.At, page)
            : null;
}
