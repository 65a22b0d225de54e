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

    private static IEnumerable<Guid> Ids(RenderedText words, TagKind kind) =>
        words
            .Tags.Where(t => t.Kind == kind)
            .Select(t => Guid.TryParse(t.Target, out var id) ? id : Guid.Empty)
            .Where(id => id != Guid.Empty);
}
