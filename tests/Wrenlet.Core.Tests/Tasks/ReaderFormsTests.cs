using System.Globalization;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Forms of asking, promising and telling, each with work of several trades put into it.</summary>
public class ReaderFormsTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    /// <summary>Work as a verb in its five forms and what it is done to: some of a verb that no list has.</summary>
    private static readonly (string Base, string Gerund, string Past, string Third, string Object)[] Work =
    [
        ("water", "watering", "watered", "waters", "the lawn"),
        ("translate", "translating", "translated", "translates", "page nine"),
        ("shampoo", "shampooing", "shampooed", "shampoos", "the old spaniel"),
        ("invoice", "invoicing", "invoiced", "invoices", "the Tuesday class"),
        ("restring", "restringing", "restrung", "restrings", "the cello"),
        ("book", "booking", "booked", "books", "a taxi for the jury"),
        ("check", "checking", "checked", "checks", "the gas meter"),
    ];

    private static string Filled(
        string form,
        (string Base, string Gerund, string Past, string Third, string Object) of
    ) =>
        string.Format(
            CultureInfo.InvariantCulture,
            form,
            of.Base,
            of.Gerund,
            of.Past,
            of.Third,
            of.Object,
            Large(of.Base),
            Large(of.Object)
        );

    private static string Large(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    private static IReadOnlyList<Draft> Read(string text, string author = "Odalys") =>
        Reader.Read(
            text,
            author == "Odalys" ? Yard.Named("Odalys").Id : null,
            Yard.At("2026-04-14T08:40"),
            author == "Odalys" ? null : "Benedikta Thorne"
        );

    [Theory]
    [InlineData("@Kit {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("@Kit please {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, {0} {4} please", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit please {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit: {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit - {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit can you {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("could Kit {0} {4}?", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("can Kit {0} {4} by Friday?", "Kit", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("Could you {0} {4}, Kit?", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Would you mind {1} {4}, Kit?", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, would you be so kind as to {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, I'd be grateful if you could {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, any chance you could {0} {4} today?", "Kit", "2026-04-14T17:00", "Normal", "{5} {4}")]
    [InlineData("Kit, when you have a moment, {0} {4}", "Kit", "-", "Low", "{5} {4}")]
    [InlineData("Kit should {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit must {0} {4} by Friday", "Kit", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("Kit needs to {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit has to {0} {4} tomorrow", "Kit", "2026-04-15T17:00", "Normal", "{5} {4}")]
    [InlineData("Kit is to {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit to {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit will {0} {4} on Monday", "Kit", "2026-04-20T17:00", "Normal", "{5} {4}")]
    [InlineData("Kit's going to {0} {4} on Monday", "Kit", "2026-04-20T17:00", "Normal", "{5} {4}")]
    [InlineData("Kit, don't forget to {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, remember to {0} {4} on Thursday", "Kit", "2026-04-16T17:00", "Normal", "{5} {4}")]
    [InlineData("Kit, make sure you {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, I need you to {0} {4} before noon", "Kit", "2026-04-14T12:00", "Normal", "{5} {4}")]
    [InlineData("I want Kit to {0} {4} before noon", "Kit", "2026-04-14T12:00", "Normal", "{5} {4}")]
    [InlineData("I'd like you to {0} {4}, Kit", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("It would help if Kit could {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Perhaps Kit could {0} {4} this week", "Kit", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("Maybe you could {0} {4}, Kit", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Do you think you could {0} {4} by Friday, Kit?", "Kit", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("Kit, are you able to {0} {4} tomorrow?", "Kit", "2026-04-15T17:00", "Normal", "{5} {4}")]
    [InlineData("{6} needs {1}, Kit", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("{6} has to be {2} by Friday, Kit", "Kit", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("{6} needs to be {2} by Friday, Kit", "Kit", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("{6} should be {2} by Friday, Kit", "Kit", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("{5} {4}, thank you Kit", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("{5} {4} / Kit", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("[Kit] {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("{5} {4} (Kit)", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("One for you, Kit: {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, one more thing: {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Hi Kit, hope you're well. Could you {0} {4}?", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData(
        "Morning Kit! Please {0} {4} first thing tomorrow. Thanks!",
        "Kit",
        "2026-04-15T08:00",
        "Normal",
        "{5} {4}"
    )]
    [InlineData("Sorry to bother you Kit, but could you {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("{5} {4}", "-", "-", "Normal", "{5} {4}")]
    [InlineData("Please {0} {4} by Friday", "-", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("Someone needs to {0} {4}", "-", "-", "Normal", "{5} {4}")]
    [InlineData("Can somebody {0} {4} before Friday", "-", "2026-04-16T17:00", "Normal", "{5} {4}")]
    [InlineData("Could someone please {0} {4}", "-", "-", "Normal", "{5} {4}")]
    [InlineData("We need to {0} {4} by Friday", "-", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("We must {0} {4} today", "-", "2026-04-14T17:00", "Normal", "{5} {4}")]
    [InlineData("We should {0} {4} this week", "-", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("We mustn't forget to {0} {4}", "-", "-", "Normal", "{5} {4}")]
    [InlineData("Shall we {0} {4} on Friday?", "-", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("Let's {0} {4} on Friday", "-", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("Everyone: {0} {4} today", "-", "2026-04-14T17:00", "Normal", "{5} {4}")]
    [InlineData("office, please {0} {4}", "office", "-", "Normal", "{5} {4}")]
    [InlineData("One of the office should {0} {4}", "office", "-", "Normal", "{5} {4}")]
    [InlineData("all of hull to {0} {4}", "hull", "-", "Normal", "{5} {4}")]
    [InlineData("Somebody from the office has to {0} {4}", "office", "-", "Normal", "{5} {4}")]
    [InlineData("I'll {0} {4} tomorrow", "Odalys", "2026-04-15T17:00", "Normal", "{5} {4}")]
    [InlineData("I will {0} {4}", "Odalys", "-", "Normal", "{5} {4}")]
    [InlineData("I'm going to {0} {4} tonight", "Odalys", "2026-04-14T20:00", "Normal", "{5} {4}")]
    [InlineData("Let me {0} {4}", "Odalys", "-", "Normal", "{5} {4}")]
    [InlineData("I have to {0} {4} by Friday", "Odalys", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("I need to {0} {4} before Friday", "Odalys", "2026-04-16T17:00", "Normal", "{5} {4}")]
    [InlineData("I must {0} {4} today", "Odalys", "2026-04-14T17:00", "Normal", "{5} {4}")]
    [InlineData("Remind me to {0} {4} on Friday", "Odalys", "2026-04-17T17:00", "Normal", "{5} {4}")]
    [InlineData("Leave it to me, I'll {0} {4}", "Odalys", "-", "Normal", "{5} {4}")]
    [InlineData("@Kit @Ines {0} {4}", "Kit+Ines", "-", "Normal", "{5} {4}")]
    [InlineData("Kit and Ines, please {0} {4}", "Kit+Ines", "-", "Normal", "{5} {4}")]
    [InlineData("Kit or Ines, can one of you {0} {4}", "Kit+Ines", "-", "Normal", "{5} {4}")]
    [InlineData("Urgent: Kit, {0} {4}", "Kit", "-", "Critical", "{5} {4}")]
    [InlineData("Kit, {0} {4} asap", "Kit", "-", "Critical", "{5} {4}")]
    [InlineData("Kit please {0} {4} straight away", "Kit", "-", "Critical", "{5} {4}")]
    [InlineData("Kit, {0} {4}, no rush", "Kit", "-", "Low", "{5} {4}")]
    [InlineData("High priority: Kit, {0} {4}", "Kit", "-", "High", "{5} {4}")]
    [InlineData("Kit, {0} {4} when you get a chance", "Kit", "-", "Low", "{5} {4}")]
    [InlineData("Kit, {0} {4}. It's important.", "Kit", "-", "High", "{5} {4}")]
    [InlineData("Benedikta is waiting. Kit, {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, as Benedikta is coming on Friday, please {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, because we're short of time, {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("If it rains tomorrow, Kit, {0} {4}", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, {0} {4}, it's been waiting since Monday", "Kit", "-", "Normal", "{5} {4}")]
    [InlineData("Kit, {0} {4} and tell Ines", "Kit", "-", "Normal", "{5} {4} and tell Ines")]
    public void It_asks_for_work(string form, string owner, string due, string priority, string title)
    {
        foreach (var work in Work)
        {
            var text = Filled(form, work);
            var draft = Read(text).ShouldHaveSingleItem(text);
            (
                Yard.FirstOwners(draft),
                draft.Due is { } by ? Yard.Local(by.Value) : "-",
                draft.Priority.Value.ToString(),
                draft.Title.Value
            ).ShouldBe((owner, due, priority, Filled(title, work)), text);
        }
    }

    [Theory]
    [InlineData("Kit {2} {4} yesterday")]
    [InlineData("{6} was {2} on Friday")]
    [InlineData("{6} has been {2}, thanks Kit")]
    [InlineData("Thanks for {1} {4}, Kit")]
    [InlineData("Did Kit {0} {4}?")]
    [InlineData("Has anybody {2} {4}?")]
    [InlineData("Who {2} {4}?")]
    [InlineData("When will {4} be {2}?")]
    [InlineData("Don't {0} {4}")]
    [InlineData("Kit, please don't {0} {4}")]
    [InlineData("No need to {0} {4}")]
    [InlineData("Never mind about {1} {4}")]
    [InlineData("There's no need for Kit to {0} {4}")]
    [InlineData("Is it all right if I {0} {4}?")]
    [InlineData("Benedikta asked Kit to {0} {4}")]
    [InlineData("Kit said he would {0} {4}")]
    [InlineData("{6} ought to have been {2} on Monday")]
    [InlineData("Kit always {3} {4} before lunch")]
    [InlineData("fyi {4} is {2}")]
    [InlineData("Kit is {1} {4} this morning")]
    [InlineData("Hold off {1} {4} until Monday")]
    [InlineData("We {2} {4} last week, well done all")]
    [InlineData("I've {2} {4}")]
    [InlineData("Kit thinks we should {0} {4}")]
    [InlineData("If nobody {3} {4} it'll be too late")]
    [InlineData("How do you {0} {4}?")]
    [InlineData("Good job {1} {4}, Kit")]
    public void It_asks_for_nothing(string form)
    {
        foreach (var work in Work)
            Read(Filled(form, work)).ShouldBeEmpty(Filled(form, work));
    }

    private static readonly (string First, string Second)[] Pairs =
    [
        ("water the ferns", "water the cacti"),
        ("shampoo the old spaniel", "brush the poodle"),
        ("top up the float", "count the till"),
        ("photocopy the minutes", "file the agenda"),
    ];

    [Theory]
    [InlineData("Odalys", "@Kit {0} by Thursday and @Ines {1} by Friday", "Kit: {2} 04-16T17:00|Ines: {3} 04-17T17:00")]
    [InlineData("Odalys", "Kit, {0}. Ines, {1}.", "Kit: {2}|Ines: {3}")]
    [InlineData("Odalys", "Kit {0}, Ines {1}", "Kit: {2}|Ines: {3}")]
    [InlineData("Odalys", "Kit to {0}, Ines to {1}", "Kit: {2}|Ines: {3}")]
    [InlineData("Odalys", "Kit: {0}\nInes: {1}", "Kit: {2}|Ines: {3}")]
    [InlineData("Odalys", "Kit - {0}\nInes - {1} by Friday", "Kit: {2}|Ines: {3} 04-17T17:00")]
    [InlineData("Odalys", "By Friday:\n- {0} (Kit)\n- {1} (Ines)", "Kit: {2} 04-17T17:00|Ines: {3} 04-17T17:00")]
    [InlineData("Odalys", "Kit:\n- {0}\n- {1}", "Kit: {2}|Kit: {3}")]
    [InlineData("Odalys", "Kit, for Friday:\n1. {0}\n2. {1}", "Kit: {2} 04-17T17:00|Kit: {3} 04-17T17:00")]
    [InlineData("Odalys", "Kit, two things: 1) {0} 2) {1}", "Kit: {2}|Kit: {3}")]
    [InlineData("Odalys", "Kit, two things: (1) {0}, (2) {1} by Friday", "Kit: {2}|Kit: {3} 04-17T17:00")]
    [InlineData("Odalys", "@Kit {0}; {1}", "Kit: {2}|Kit: {3}")]
    [InlineData("Odalys", "@Kit please {0}. Also {1} by Friday.", "Kit: {2}|Kit: {3} 04-17T17:00")]
    [InlineData("Odalys", "Kit, can you {0} today and {1} tomorrow?", "Kit: {2} 04-14T17:00|Kit: {3} 04-15T17:00")]
    [InlineData("Odalys", "Could Kit {0} and Ines {1}?", "Kit: {2}|Ines: {3}")]
    [InlineData("Odalys", "Kit, {0}, and could somebody {1}", "Kit: {2}|-: {3}")]
    [InlineData("Odalys", "I'll {0}, Kit can you {1}", "Odalys: {2}|Kit: {3}")]
    [InlineData(
        "Odalys",
        "I'll {0} tomorrow and Kit will {1} on Friday",
        "Odalys: {2} 04-15T17:00|Kit: {3} 04-17T17:00"
    )]
    [InlineData("Odalys", "To do:\n{0}\n{1}", "-: {2}|-: {3}")]
    [InlineData("Odalys", "Jobs for today:\n* {0}\n* {1}", "-: {2} 04-14T17:00|-: {3} 04-14T17:00")]
    [InlineData("Odalys", "Tomorrow: Kit {0}, Ines {1}", "Kit: {2} 04-15T17:00|Ines: {3} 04-15T17:00")]
    [InlineData("Odalys", "Kit and Ines: {0} and {1} before Friday", "Kit+Ines: {2} and {1} 04-16T17:00")]
    [InlineData("Odalys", "He sails on Saturday. Kit, {0}", "Kit: {2}")]
    [InlineData("Odalys", "The inspector comes on Thursday. Please {0}, Kit", "Kit: {2}")]
    [InlineData("Odalys", "Benedikta rang on Monday. Kit, {0} by Friday", "Kit: {2} 04-17T17:00")]
    [InlineData("Odalys", "Kit, {0} - Benedikta comes at 3", "Kit: {2}")]
    [InlineData("Odalys", "Kit, {0} (the florist comes on Friday)", "Kit: {2}")]
    [InlineData("Odalys", "Kit, {0} (Benedikta comes on Friday)", "Kit: {2}")]
    [InlineData("Odalys", "Kit, {0}, Tobiah is away until Monday", "Kit: {2}")]
    [InlineData("Odalys", "Tobiah is away until Monday, so Kit, please {0}", "Kit: {2}")]
    [InlineData("Odalys", "As Tobiah is away, Kit {0}", "Kit: {2}")]
    [InlineData("Odalys", "Kit, {0} or we'll lose the customer", "Kit: {2}")]
    [InlineData("Odalys", "Send Ines the list, Kit, and {0}", "Kit: Send Ines the list and {0}")]
    [InlineData("Odalys", "Ask Ines to {0}, Kit", "Kit: Ask Ines to {0}")]
    [InlineData("Odalys", "Tell Benedikta that we {0} on Friday, Kit", "Kit: Tell Benedikta that we {0} on Friday")]
    [InlineData("Odalys", "Thanks for the photos Kit. Could you {0}?", "Kit: {2}")]
    [InlineData("Odalys", "Well done Kit! Now {0}", "Kit: {2}")]
    [InlineData("Odalys", "Good news: Benedikta agreed. Kit, {0} by Friday noon please", "Kit: {2} 04-17T12:00")]
    [InlineData("Odalys", "> Could you {1}?\nKit, {0}", "Kit: {2}")]
    [InlineData("Odalys", "Kit\n{0}\nthanks\nOdalys", "Kit: {2}")]
    [InlineData("Odalys", "Hi Kit,\n\nplease {0} by Friday.\n\nBest wishes\nOdalys", "Kit: {2} 04-17T17:00")]
    [InlineData(
        "Odalys",
        "Hello all,\n\nTobiah is off this week. Kit, please {0}. Ines, please {1} by Thursday.\n\nThank you\nOdalys",
        "Kit: {2}|Ines: {3} 04-16T17:00"
    )]
    [InlineData("Benedikta", "Could you {0} before Friday?", "-: {2} 04-16T17:00")]
    [InlineData("Benedikta", "Please {0}.", "-: {2}")]
    [InlineData(
        "Benedikta",
        "Hello, I hope you are well. Would it be possible to {0} by Friday? Kind regards, Benedikta",
        "-: {2} 04-17T17:00"
    )]
    [InlineData("Benedikta", "I would be grateful if somebody could {0}.", "-: {2}")]
    [InlineData("Benedikta", "We need you to {0} this week", "-: {2} 04-17T17:00")]
    [InlineData("Benedikta", "I'll {0} myself tomorrow", "")]
    [InlineData("Benedikta", "We will {0} and let you know", "")]
    [InlineData("Benedikta", "Thank you, all is well", "")]
    [InlineData("Benedikta", "Did anybody {0}?", "")]
    [InlineData("Benedikta", "Can I {0} myself?", "")]
    [InlineData("Benedikta", "My son will {0} on Friday", "")]
    [InlineData("Benedikta", "I asked Kit to {0} last week", "")]
    [InlineData("Odalys", "Kit has agreed to {0}", "Kit: {2}")]
    [InlineData("Odalys", "Ines said she would {0} on Friday", "")]
    [InlineData("Odalys", "What if we {0} on Friday?", "")]
    [InlineData("Odalys", "Why don't we {0} on Friday?", "-: {2} 04-17T17:00")]
    [InlineData("Odalys", "I wonder who could {0}", "")]
    [InlineData("Odalys", "You can {0} if you like, Kit", "")]
    [InlineData("Odalys", "No one has to {0} any more", "")]
    [InlineData("Odalys", "Nobody needs to {0} today", "")]
    [InlineData("Odalys", "Kit doesn't have to {0}", "")]
    [InlineData("Odalys", "Kit needn't {0}", "")]
    [InlineData("Odalys", "You don't need to {0}, Kit", "")]
    [InlineData("Odalys", "We used to {0} on Mondays", "")]
    [InlineData("Odalys", "We don't {0} on Mondays", "")]
    [InlineData("Odalys", "I forgot to {0}", "")]
    [InlineData("Odalys", "I'd love to {0} one day", "")]
    [InlineData("Odalys", "It takes an hour to {0}", "")]
    [InlineData("Odalys", "Kit was going to {0} on Friday", "")]
    [InlineData("Odalys", "Kit might {0} on Friday", "")]
    [InlineData("Odalys", "Do we {0} in winter?", "")]
    [InlineData("Odalys", "Should we {0} or {1}?", "")]
    [InlineData("Odalys", "Is Kit going to {0}?", "")]
    [InlineData("Odalys", "Whose turn is it to {0}?", "")]
    [InlineData("Odalys", "Remember when we had to {0} in the dark?", "")]
    [InlineData("Odalys", "Just to let you know, I {0} on Fridays", "")]
    [InlineData("Odalys", "Please never {0} without asking", "")]
    public void Each_request_of_a_message_is_its_own(string author, string form, string drafts)
    {
        foreach (var (first, second) in Pairs)
        {
            var text = string.Format(CultureInfo.InvariantCulture, form, first, second);
            var expected = string.Format(
                CultureInfo.InvariantCulture,
                drafts,
                first,
                second,
                Large(first),
                Large(second)
            );
            Yard.Shown(Read(text, author)).ShouldBe(expected, text);
        }
    }
}
