using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Server.Conversations;

/// <summary>A conversation as it was before a reply, in the form in which the outbox keeps it. Moments in milliseconds.</summary>
internal sealed record KeptBefore(
    Guid? Owner,
    Guid? Crew,
    bool Open,
    long? WaitingSince,
    long? LastIn,
    long? LastOut,
    long? NothingDue,
    long? Aside,
    long? Closed
)
{
    public static string Write(BeforeReply before) =>
        JsonSerializer.Serialize(
            new KeptBefore(
                before.Owner?.Value,
                before.Crew?.Value,
                before.Open,
                Of(before.Exchange.WaitingSince),
                Of(before.Exchange.LastIn),
                Of(before.Exchange.LastOut),
                Of(before.Exchange.NothingDue),
                Of(before.AsideUntil),
                Of(before.ClosedAt)
            )
        );

    public static BeforeReply Read(string kept)
    {
        var k = JsonSerializer.Deserialize<KeptBefore>(kept)!;
        return new(
            k.Owner is { } owner ? new PersonId(owner) : null,
            k.Crew is { } crew ? new CrewId(crew) : null,
            k.Open,
            new Exchange(At(k.WaitingSince), At(k.LastIn), At(k.LastOut), At(k.NothingDue)),
            At(k.Aside),
            At(k.Closed)
        );
    }

    private static long? Of(Instant? moment) => moment?.ToUnixTimeMilliseconds();

    private static Instant? At(long? milliseconds) =>
        milliseconds is { } m ? Instant.FromUnixTimeMilliseconds(m) : null;
}
