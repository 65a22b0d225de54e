using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow.Templates;

/// <summary>Identity of a docket that recurs (UUIDv7).</summary>
public readonly record struct RecurringId(Guid Value);

/// <summary>What a party hears when a docket that recurs is made.</summary>
public enum PartyHears
{
    /// <summary>Nothing.</summary>
    Nothing,

    /// <summary>A message that needs no answer.</summary>
    Told,

    /// <summary>A message that asks whether it suits them: they approve or decline.</summary>
    Asked,
}

/// <summary>A docket that is made from a template again and again, such as a yearly service.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Template">What each begins with.</param>
/// <param name="Subject">Subject of each.</param>
/// <param name="Site">Where the work is; empty for nowhere in particular.</param>
/// <param name="Owner">Who owns each; null for whoever set it up.</param>
/// <param name="Party">With whom; null for nobody.</param>
/// <param name="Queue">Where what the party writes waits; null for none.</param>
/// <param name="Rule">When it recurs (RFC 5545).</param>
/// <param name="First">The first of its days.</param>
/// <param name="Next">The next of its days; null when there is none any more.</param>
/// <param name="Hears">What the party hears.</param>
/// <param name="Message">The stock reply that it hears; null where it hears nothing.</param>
/// <param name="By">Who set it up; each is made in their name.</param>
/// <param name="Paused">Whether none is made.</param>
public sealed record RecurringDocket(
    RecurringId Id,
    TemplateId Template,
    string Subject,
    string Site,
    PersonId? Owner,
    PartyId? Party,
    Guid? Queue,
    string Rule,
    LocalDate First,
    LocalDate? Next,
    PartyHears Hears,
    Guid? Message,
    PersonId By,
    bool Paused
)
{
    /// <summary>What is wrong with it, in a sentence; null when it can be set up.</summary>
    /// <param name="template">Its template; null where there is none.</param>
    public string? Wrong(Template? template) =>
        template is not { Retired: false } ? Texts.ThereNoSuchTemplate
        : string.IsNullOrWhiteSpace(Subject) ? Texts.WriteSubjectItsDockets
        : Hears is not PartyHears.Nothing && Party is null ? Texts.ChooseCustomerWhoTold
        : Hears is not PartyHears.Nothing && Message is null ? Texts.ChooseStockReplySend
        : null;

    /// <summary>The day that one is to be made for now; null when none is.</summary>
    /// <param name="today">Today by the firm's calendar.</param>
    /// <param name="after">The day of the rule that follows another; null where none does.</param>
    /// <returns>The newest day that has come, and the one that follows it: after a time without the server one docket is
    /// made, not one for each day that went by.</returns>
    public (LocalDate Day, LocalDate? Next)? DueOn(LocalDate today, Func<LocalDate, LocalDate?> after)
    {
        ArgumentNullException.ThrowIfNull(after);
        if (Paused || Next is not { } day || day > today)
            return null;
        var next = after(day);
        while (next is { } later && later <= today)
            (day, next) = (later, after(later));
        return (day, next);
    }
}
