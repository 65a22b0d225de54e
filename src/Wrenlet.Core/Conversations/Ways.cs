using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>A person or place that a message goes to.</summary>
/// <param name="Name">As people know them; the address where no name is known.</param>
/// <param name="Address">Mail address, or number in E.164.</param>
public readonly record struct Recipient(string Name, string Address);

/// <summary>How the other side of a conversation can be reached.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Mail">Mail addresses of its people, in their order.</param>
/// <param name="Phones">Telephone numbers of its people, in their order.</param>
/// <param name="HasPage">Whether it has a page: it is among the contacts.</param>
/// <param name="Prefers">How it likes to be reached; null when nobody said.</param>
public sealed record Reachable(
    string Name,
    ImmutableArray<Recipient> Mail,
    ImmutableArray<Recipient> Phones,
    bool HasPage,
    ReachedBy? Prefers = null
);

/// <summary>Where a message goes by a way out; or why it cannot go that way.</summary>
/// <param name="To">Where it goes; empty for the page, and where it cannot.</param>
/// <param name="Wrong">Why not, and what to do; null when it can.</param>
public sealed record WayOut(ImmutableArray<Recipient> To, string? Wrong)
{
    internal static WayOut Not(string wrong) => new([], wrong);
}

/// <summary>The ways out of a conversation.</summary>
public static class Ways
{
    /// <summary>
    /// All ways that can be used, the most usual first; never empty. Text comes first where the party wrote last by
    /// text; else how they like to be reached; else mail, which their page shows as well; then text, then their page.
    /// </summary>
    /// <param name="side">The other side.</param>
    /// <param name="lastIn">How it wrote last; null when it never did.</param>
    public static ImmutableArray<Via> Open(Reachable side, Via? lastIn)
    {
        ArgumentNullException.ThrowIfNull(side);
        Via[] order = (lastIn, side.Prefers) switch
        {
            (Via.Text, _) or (_, ReachedBy.Text) => [Via.Text, Via.Mail, Via.Page],
            (_, ReachedBy.Page) => [Via.Page, Via.Mail, Via.Text],
            _ => [Via.Mail, Via.Text, Via.Page],
        };
        ImmutableArray<Via> open = [.. order.Where(v => To(side, v).Wrong is null)];
        return open.IsEmpty ? [Via.Page] : open;
    }

    /// <summary>The way that is taken when nobody chooses one: the first that is open.</summary>
    /// <inheritdoc cref="Open"/>
    public static Via Usual(Reachable side, Via? lastIn) => Open(side, lastIn)[0];

    /// <summary>Everywhere that a way out leads to; or why it cannot be used.</summary>
    public static WayOut To(Reachable side, Via via)
    {
        ArgumentNullException.ThrowIfNull(side);
        return via switch
        {
            Via.Mail => side.Mail.IsEmpty ? WayOut.Not(Texts.NoMailAddressKnown(side.Name)) : new(side.Mail, null),
            Via.Text => side.Phones.IsEmpty
                ? WayOut.Not(Texts.NoTelephoneNumberKnown(side.Name))
                : new(side.Phones, null),
            Via.Page => side.HasPage ? new([], null) : WayOut.Not(Texts.IsNotAmongContacts(side.Name)),
            Via.Call => WayOut.Not(Texts.CallMadeByTelephone),
            _ => throw new ArgumentOutOfRangeException(nameof(via), via, "Unknown way."),
        };
    }

    /// <summary>
    /// Where a message goes if nobody chooses: by mail to all of the other side, by text to one number: that of whoever
    /// wrote last by text, else the first.
    /// </summary>
    /// <param name="side">The other side.</param>
    /// <param name="via">The way.</param>
    /// <param name="lastByText">Name of who wrote last, where that was by text; null otherwise.</param>
    public static WayOut Usually(Reachable side, Via via, string? lastByText)
    {
        var reach = To(side, via);
        if (via is not Via.Text || reach.To.Length <= 1)
            return reach;
        var last = reach.To.FirstOrDefault(r => r.Name == lastByText);
        return reach with { To = [last.Name is null ? reach.To[0] : last] };
    }
}
