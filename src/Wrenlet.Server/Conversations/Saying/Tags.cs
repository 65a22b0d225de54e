using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Whom the tags of a text name, as far as they are known.</summary>
internal static class Tags
{
    /// <summary>Whom a text names, and who of them does not see the conversation.</summary>
    public static Tagged Of(RenderedText words, Conversation conversation, Roster roster) =>
        Tagging.At(
            conversation.Place,
            Ids(words, TagKind.Person).Select(id => roster.Find(new PersonId(id))).OfType<Person>(),
            Ids(words, TagKind.Crew).Select(id => roster.Crews.GetValueOrDefault(new CrewId(id))).OfType<Crew>()
        );

    /// <summary>Why an entry cannot be said that names people who do not see it; staff of them can be given sight.</summary>
    public static PostRefusal Refusal(IReadOnlyCollection<Person> unseeing) =>
        PostRefusal.For(Tagging.Refusal(unseeing), [.. unseeing.Where(p => p.IsStaff)]);

    /// <summary>
    /// Words with the names that were typed out in them made into tags; and those that fit several, for their writer
    /// to choose.
    /// </summary>
    public static (string Body, IReadOnlyList<TypedName> Unclear) Typed(
        string markdown,
        Conversation conversation,
        Person author,
        Roster roster
    )
    {
        if (!author.IsStaff || !markdown.Contains('@', StringComparison.Ordinal))
            return (markdown, []);
        var contacts = conversation.Party is { } party
            ? roster.Parties[party].Contacts.Select(c => roster.Find(c)).OfType<Person>()
            : [];
        var among = conversation.Audience is Audience.Direct or Audience.Group;
        CanBeTagged[] all =
        [
            .. roster
                .Staff.Concat(contacts)
                .Where(p => p.Id != author.Id && (!among || p.MaySee(conversation.Place)))
                .Select(p => new CanBeTagged(p.Name, p.Id, null)),
            .. among ? [] : roster.LiveCrews.Select(c => new CanBeTagged(c.Name, null, c.Id)),
        ];
        var names = TypedTags.Find(markdown, all);
        return (TypedTags.Complete(markdown, names, Tag), [.. names.Where(n => n.Fits.Length > 1)]);
    }

    private static string Tag(CanBeTagged who) =>
        who.Person is { } person
            ? TagLink.Markdown(TagKind.Person, person.Value.ToString(), "@" + who.Name)
            : TagLink.Markdown(TagKind.Crew, who.Crew!.Value.Value.ToString(), "@" + who.Name);

    private static IEnumerable<Guid> Ids(RenderedText words, TagKind kind) =>
        words
            .Tags.Where(t => t.Kind == kind)
            .Select(t => Guid.TryParse(t.Target, out var id) ? id : Guid.Empty)
            .Where(id => id != Guid.Empty);
}
