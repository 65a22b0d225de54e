using System.ComponentModel.DataAnnotations;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using MimeKit;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Standins;

/// <summary>A mail that went out, as the stand-in's page shows it.</summary>
public sealed record SentMail(
    string MessageId,
    string From,
    string To,
    string Subject,
    DateTimeOffset Date,
    string Text,
    string? InReplyTo,
    IReadOnlyList<string> References
);

/// <summary>An answer of the outside world to a mail that went out.</summary>
public sealed record OutsideAnswer(
    [property: Required] string MessageId,
    [property: Required, StringLength(50_000, MinimumLength = 1)] string Text
);

/// <summary>A new mail from the outside world.</summary>
public sealed record OutsideMail(
    [property: StringLength(80)] string Name,
    [property: Required, StringLength(254), EmailAddress] string Address,
    [property: StringLength(200)] string Subject,
    [property: Required, StringLength(50_000, MinimumLength = 1)] string Text
);

/// <summary>A text message from the outside world.</summary>
public sealed record OutsideText(
    [property: Required, StringLength(40)] string Number,
    [property: Required, StringLength(2000, MinimumLength = 1)] string Text
);

/// <summary>A mail as bytes, in whatever form; for trying what happens to a malformed one.</summary>
public sealed record RawMail([property: Required, StringLength(1_000_000, MinimumLength = 1)] string Raw);

/// <summary>A mail that could not be taken in, and why.</summary>
public sealed record AsideView(Guid Id, DateTimeOffset At, string Reason, string Raw);

/// <summary>The stand-in's page: what went out, and a way to be the outside world.</summary>
internal static class PostOfficeEndpoints
{
    public static void MapPostOffice(this IEndpointRouteBuilder all)
    {
        all.MapGet("/asides", GetAsides).For(Right.ManageContacts);
        // Whoever can put mail in here can write in anybody's name: only in the demo, and where it was switched on.
        var api = all.MapGroup("").AddEndpointFilter(OnlyWhereOn);
        api.MapGet("/standins/post-office/mails", GetSent).For(Access.Staff);
        api.MapGet("/standins/post-office/mails/{messageId}/file", GetFile).For(Access.Staff);
        api.MapPost("/standins/post-office/answers", Answer).For(Access.Staff).Costly();
        api.MapPost("/standins/post-office/mails", Write).For(Access.Staff).Costly();
        api.MapPost("/standins/post-office/raw", WriteRaw).For(Right.ManageContacts).Costly();
        api.MapGet("/standins/text-office/texts", GetTexts).For(Access.Staff);
        api.MapPost("/standins/text-office/texts", WriteText).For(Access.Staff).Costly();
    }

    private static async ValueTask<object?> OnlyWhereOn(
        EndpointFilterInvocationContext context,
        EndpointFilterDelegate next
    ) =>
        context.HttpContext.RequestServices.GetRequiredService<WhoIsWho>().Current.Firm is { HasStandIns: true }
            ? await next(context)
            : Refusals.Refused("Test messages are switched off. An administrator can switch them on in Settings.");

    /// <summary>
    /// Mails of the conversations that the viewer sees: the stand-in is no way around the rule of sight.
    /// </summary>
    private static IReadOnlyList<SentMail> GetSent(Viewer viewer, StandinPostOffice office, Database database) =>
        database.Read(s =>
            (IReadOnlyList<SentMail>)
                [
                    .. office
                        .SentIds()
                        .Where(id => Seen(s, id, viewer.Person))
                        .Take(40)
                        .Select(id => Read(id, office.Sent(id)!)),
                ]
        );

    private static Results<FileContentHttpResult, ProblemHttpResult> GetFile(
        string messageId,
        Viewer viewer,
        StandinPostOffice office,
        Database database
    ) =>
        database.Read(s => Seen(s, messageId, viewer.Person)) && office.Sent(messageId) is { } raw
            ? TypedResults.File(raw, "message/rfc822", messageId + ".eml")
            : Refusals.NotFound("mail");

    private static Results<NoContent, ProblemHttpResult> Answer(
        OutsideAnswer answer,
        Viewer viewer,
        StandinPostOffice office,
        Database database,
        FirmClock clock
    )
    {
        if (
            !database.Read(s => Seen(s, answer.MessageId, viewer.Person))
            || office.Sent(answer.MessageId) is not { } raw
        )
            return Refusals.NotFound("mail");
        var sent = MimeMessage.Load(new MemoryStream(raw));
        var mail = new MimeMessage
        {
            Subject =
                sent.Subject is { } subject && subject.StartsWith("Re:", StringComparison.Ordinal)
                    ? subject
                    : "Re: " + sent.Subject,
            Date = clock.GetUtcNow(),
            InReplyTo = answer.MessageId,
        };
        mail.From.AddRange(sent.To);
        mail.To.AddRange(sent.From);
        mail.References.AddRange(sent.References);
        mail.References.Add(answer.MessageId);
        mail.Body = new TextPart("plain") { Text = answer.Text };
        mail.Headers.Add(IncomingMail.StandIn, viewer.Person.Name);
        office.Deliver(Bytes(mail));
        return TypedResults.NoContent();
    }

    private static NoContent Write(
        OutsideMail given,
        Viewer viewer,
        StandinPostOffice office,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var mail = new MimeMessage { Subject = given.Subject, Date = clock.GetUtcNow() };
        mail.From.Add(new MailboxAddress(given.Name, given.Address));
        mail.To.Add(new MailboxAddress(who.Current.Firm!.Name, who.Current.Firm.Address));
        mail.Body = new TextPart("plain") { Text = given.Text };
        mail.Headers.Add(IncomingMail.StandIn, viewer.Person.Name);
        office.Deliver(Bytes(mail));
        return TypedResults.NoContent();
    }

    private static NoContent WriteRaw(RawMail given, StandinPostOffice office)
    {
        office.Deliver(Encoding.UTF8.GetBytes(given.Raw));
        return TypedResults.NoContent();
    }

    /// <summary>Texts of the conversations that the viewer sees.</summary>
    private static IReadOnlyList<TextMessage> GetTexts(Viewer viewer, StandinTextOffice office, Database database) =>
        database.Read(s =>
            (IReadOnlyList<TextMessage>)
                [
                    .. office
                        .Sent()
                        .Where(t =>
                            Guid.TryParse(t.Id, out var id)
                            && EntryStore.Find(s, new EntryId(id)) is { } entry
                            && ConversationStore.Find(s, entry.Conversation) is { } c
                            && viewer.Person.MaySee(c.Place)
                        )
                        .Take(40),
                ]
        );

    private static Results<NoContent, ProblemHttpResult> WriteText(
        OutsideText given,
        Viewer viewer,
        StandinTextOffice office,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (number, wrong) = PhoneNumber.Read(given.Number, who.Current.Firm!.Country);
        if (number is null)
            return Refusals.Invalid("number", wrong!);
        office.Deliver(
            new TextMessage(
                $"{Guid.CreateVersion7():N}",
                number,
                who.Current.Firm.Name,
                given.Text,
                clock.GetUtcNow(),
                viewer.Person.Name
            )
        );
        return TypedResults.NoContent();
    }

    private static IReadOnlyList<AsideView> GetAsides(Database database) =>
        database.Read(s =>
            (IReadOnlyList<AsideView>)
                [
                    .. EntryStore
                        .Asides(s, 50)
                        .Select(a => new AsideView(
                            a.Id,
                            a.At.ToDateTimeOffset(),
                            a.Reason,
                            Head(EntryStore.RawAside(s, a.Id)!)
                        )),
                ]
        );

    private static string Head(byte[] raw) => Encoding.UTF8.GetString(raw, 0, Math.Min(raw.Length, 4000));

    private static bool Seen(SqlSession session, string messageId, Person viewer) =>
        EntryStore.ByMail(session, messageId) is { } found
        && ConversationStore.Find(session, found.Conversation) is { } conversation
        && viewer.MaySee(conversation.Place);

    private static SentMail Read(string messageId, byte[] raw)
    {
        var mail = MimeMessage.Load(new MemoryStream(raw));
        return new(
            messageId,
            mail.From.ToString(),
            mail.To.ToString(),
            mail.Subject ?? "",
            mail.Date,
            (mail.TextBody ?? "").Trim(),
            mail.InReplyTo,
            [.. mail.References]
        );
    }

    private static byte[] Bytes(MimeMessage mail)
    {
        using var memory = new MemoryStream();
        mail.WriteTo(memory);
        return memory.ToArray();
    }
}
