using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tests.World;

/// <summary>What is asked, met about, drawn and promised in it.</summary>
public sealed partial class SmallYard
{
    /// <summary>An ask on the first entry of a conversation, whose options carry a word of their own.</summary>
    private void Ask(Writing w, string place, string of)
    {
        var terms = new AskTerms(
            AskKind.Choice,
            [WordOf(place + " option"), "another"],
            false,
            false,
            null,
            AskRule.Everyone,
            0,
            null,
            TimeUp.Remind,
            null
        );
        AskStore.Add(
            w.Session,
            Asked,
            EntryStore.Find(w.Session, Entries[place])!.Key,
            new Asking(terms, People[of].Id, [new Askee(People[of].Id, null)], []),
            Now
        );
    }

    /// <summary>
    /// A meeting to which the first entry of a conversation invites, whose title and talk carry words of their own.
    /// </summary>
    private void Meet(Writing w, string place, string by)
    {
        var inviting = EntryStore.Find(w.Session, Entries[place])!;
        var meeting = new Meeting(
            WordOf(place + " meeting"),
            Now + Duration.FromHours(3),
            Now + Duration.FromHours(4),
            "",
            true,
            People[by].Id,
            0,
            false,
            [new(People[by].Id, Attendance.Coming, Now)]
        );
        MeetingStore.Add(w.Session, Meeting, inviting.Key, meeting, Now);
        var talk = Conversations[place + " talk"] = new ConversationId(Guid.CreateVersion7());
        ConversationStore.AddOfMeeting(w.Session, talk, MeetingStore.Find(w.Session, Meeting)!.Key, meeting.Title);
        var conversation = ConversationStore.Find(w.Session, talk)!;
        var spoken = Entries[place + " spoken"] = new EntryId(Guid.CreateVersion7());
        var words = $"Here is said {WordOf(place + " spoken")} and more.";
        var key = EntryStore.Add(
            w.Session,
            conversation,
            new Entry(
                0,
                spoken,
                talk,
                EntryKind.Note,
                Via.Call,
                People[by].Id,
                null,
                Now,
                words,
                false,
                $"<p>{words}</p>"
            ),
            words,
            []
        );
        ConversationStore.SetLast(w.Session, conversation.Key, key!.Value);
        w.Log(
            new Change(
                ChangeKinds.EntryPosted,
                spoken.Value,
                conversation.Place,
                Thing.Said,
                Now,
                People[by].Id,
                Limited,
                talk
            )
        );
    }

    /// <summary>A page of two revisions, of which a party may see the first.</summary>
    private void Draw(Writing w, string name, DocketId docket, string by, string party)
    {
        var id = Sheets[name] = new SheetId(Guid.CreateVersion7());
        SheetStore.Add(w.Session, id, docket, SheetKind.Page, WordOf(name));
        foreach (var (number, words) in new[] { (1, WordOf(name + " shared")), (2, WordOf(name + " inside")) })
            SheetStore.AddRevision(
                w.Session,
                id,
                new SheetRevision(
                    number,
                    People[by].Id,
                    Now,
                    WordOf(name + " note"),
                    $"Here stands {words}.",
                    null,
                    $"Here stands {words}."
                )
            );
        SheetStore.Share(w.Session, id, new SheetShare(People[party].Party!.Value, 1), People[by].Id, Now);
        var place = SheetStore.Find(w.Session, id)!.Sheet.Place;
        w.Log(new Change(ChangeKinds.SheetRevised, id.Value, place, Thing.Working, Now, People[by].Id, docket));
        w.Log(new Change(ChangeKinds.SheetChanged, id.Value, place, Thing.Said, Now, People[by].Id, docket));
    }

    private void Promise(Writing w, string name, DocketId docket, string source, string owner, DocketSight sight)
    {
        var id = Tasks[name] = new TaskId(Guid.CreateVersion7());
        var entry = EntryStore.Find(w.Session, Entries[source])!;
        var brief = DocketStore.Find(w.Session, docket)!;
        TaskStore.Add(
            w.Session,
            new WorkTask(
                0,
                id,
                WordOf(name + " task"),
                new DocketBrief(docket, brief.Ref, brief.Subject, brief.Owner),
                new TaskSource(entry.Id, entry.Key, entry.Conversation),
                People[owner].Id,
                Now,
                TaskState.NeedsAction,
                null,
                CompletionRule.Any,
                Priority.Normal,
                null,
                Now + Duration.FromHours(5),
                null,
                null,
                null,
                null,
                1,
                [new OwnerShare(new TaskOwner.OfPerson(People[owner].Id), false)],
                sight
            )
        );
    }
}
