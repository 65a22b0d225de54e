using Microsoft.Extensions.DependencyInjection;
using Wrenlet.Core.Conversations;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Demo;
using Wrenlet.Server.People;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>The leak check over half a year of real replies: a check that cries wolf is soon clicked away.</summary>
public class LeakOfDemoTests
{
    [Fact]
    public async Task At_most_one_of_a_hundred_replies_of_the_demo_would_have_been_held_up()
    {
        var folder = RunningServer.NewFolder();
        var settings = new Settings(folder, 0, null, true, Path.Combine(Repository.Root, "demo"), 0, 0, null);
        await using (var parts = Parts.Of(settings, s => s.AddDemo()))
        {
            await parts.GetRequiredService<DemoLoader>().Load();
            var roster = parts.GetRequiredService<WhoIsWho>().Refresh();
            var leaks = parts.GetRequiredService<LeakReading>();
            var (replies, held) = (0, new List<string>());
            await parts
                .GetRequiredService<WriteQueue>()
                .Run(w =>
                {
                    // The newest first, and each taken out of what was said once it has been looked at: so each is
                    // compared with what had been said before it, as it was when it was written.
                    var all = w.Session.All(
                        "SELECT uid FROM entry ORDER BY id DESC",
                        r => new Guid(r.GetFieldValue<byte[]>(0), bigEndian: true)
                    );
                    foreach (var id in all)
                    {
                        var entry = EntryStore.Find(w.Session, new EntryId(id))!;
                        w.Session.Run(
                            "UPDATE entry SET kind = 'event', via = NULL WHERE uid = $uid",
                            ("uid", Uid.Bytes(id))
                        );
                        if (
                            entry.Kind is not EntryKind.MessageOut
                            || roster.Find(entry.Author) is not { } author
                            || ConversationStore.Find(w.Session, entry.Conversation) is not { } conversation
                        )
                            continue;
                        replies++;
                        var words = EntryText.FromMarkdown(entry.Body);
                        var found = leaks.Check(w.Session, conversation, author, words, [], [], [], roster);
                        if (found.Any(l => l.Kind is LeakKind.InsideWords or LeakKind.OtherWords))
                            held.Add($"{entry.Body}\n   {found[0].Reason}");
                    }
                });
            replies.ShouldBeGreaterThan(100);
            held.Count.ShouldBeLessThanOrEqualTo(replies / 100, string.Join("\n\n", held));
        }

        Directory.Delete(folder, recursive: true);
    }
}
