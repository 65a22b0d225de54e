using System.Diagnostics.Metrics;

namespace Wrenlet.Server.Outside;

/// <summary>What is counted while it happens.</summary>
internal static class Counted
{
    /// <summary>What the meter is called.</summary>
    public const string Name = "Wrenlet.Counted";

    private static readonly Meter Meter = new(Name);

    /// <summary>Mails that were taken in.</summary>
    public static readonly Counter<long> MailsIn = Meter.CreateCounter<long>(
        "wrenlet.mail.in",
        description: "Mails that were taken in."
    );

    /// <summary>Mails and texts that left.</summary>
    public static readonly Counter<long> MessagesOut = Meter.CreateCounter<long>(
        "wrenlet.mail.out",
        description: "Mails and texts that left."
    );
}
