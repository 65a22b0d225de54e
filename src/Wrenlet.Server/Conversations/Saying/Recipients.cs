using Wrenlet.Core.Conversations;
using Wrenlet.Formats.People;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Reads addresses that somebody typed.</summary>
internal static class Recipients
{
    /// <summary>
    /// The addresses for a way out; or what is wrong with them. Null stays null: the party's contacts.
    /// </summary>
    public static (IReadOnlyList<Recipient>? To, string? Wrong) Read(
        IReadOnlyList<string>? typed,
        Via? via,
        Roster roster
    )
    {
        if (typed is null || via is Via.Page)
            return (null, null);
        if (typed.Count == 0)
            return (null, "It goes to nobody. Add an address.");
        var to = new List<Recipient>();
        foreach (var text in typed.Select(t => t.Trim()))
        {
            var (read, wrong) = via is Via.Text ? Number(text, roster) : Address(text, roster);
            if (read is not { } recipient)
                return (null, wrong);
            to.Add(recipient);
        }

        return (to, null);
    }

    private static (Recipient? Read, string? Wrong) Number(string text, Roster roster)
    {
        var (number, wrong) = PhoneNumber.Read(text, roster.Firm!.Country);
        return number is null
            ? (null, wrong)
            : (new Recipient(roster.ByPhone(number)?.Person.Name ?? number, number), null);
    }

    private static (Recipient? Read, string? Wrong) Address(string text, Roster roster)
    {
        if (
            !MimeKit.MailboxAddress.TryParse(text, out var mailbox)
            || mailbox.Address.IndexOf('@', StringComparison.Ordinal) is not (> 0 and var at)
            || at == mailbox.Address.Length - 1
        )
            return (null, $"“{text}” is not a mail address. Write it as name@place.");
        var name = mailbox.Name is { Length: > 0 } given ? given : mailbox.Address;
        return (new Recipient(roster.ByAddress(mailbox.Address)?.Person.Name ?? name, mailbox.Address), null);
    }
}
