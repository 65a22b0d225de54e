using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Holds the router as it has learned so far, and teaches it anew when people have moved something.</summary>
public sealed class Routers
{
    private const int MostLessons = 4000;
    private readonly WhoIsWho _who;
    private volatile Router? _learned;

    /// <summary>Listens to what is committed: how sure it has to be is set with the queues.</summary>
    public Routers(WhoIsWho who, WriteQueue writes)
    {
        _who = who;
        writes.Committed += changes =>
        {
            if (changes.Any(c => c.Kind is ChangeKinds.QueuesChanged))
                Forget();
        };
    }

    /// <summary>Where a text belongs; reads its lessons when they have changed.</summary>
    public Guess Place(SqlSession session, string text) => Learned(session).Place(text);

    /// <summary>The router as it has learned so far.</summary>
    public Router Learned(SqlSession session) =>
        _learned ??= Router.Learn(
            [.. RoutingStore.Lessons(session, MostLessons).Select(l => l.Lesson)],
            _who.Current.Firm?.RouterThreshold ?? Router.UsualThreshold
        );

    /// <summary>Its lessons have changed.</summary>
    public void Forget() => _learned = null;

    /// <summary>Keeps where it put a conversation, to be told later how often it was right.</summary>
    public void Remember(SqlSession session, Conversation conversation, string text, Guess guess, Instant at) =>
        RoutingStore.Add(
            session,
            conversation,
            new Routing(text, guess.Queue, guess.Certainty, string.Join(' ', guess.Words), guess.Sure, at)
        );
}
