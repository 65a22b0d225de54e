using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Everything about one task.</summary>
internal static class TaskDetailEndpoints
{
    private const int MostHistory = 200;

    public static void MapTaskDetail(this IEndpointRouteBuilder api) =>
        api.MapGet("/tasks/{id:guid}/detail", GetDetail).For(Access.Staff);

    /// <summary>Who is told when a task stays late, one after the other, of those who see it.</summary>
    private static IEnumerable<Person> NextUp(SqlSession session, WorkTask task, Roster roster)
    {
        var owners = task
            .Owners.SelectMany(o =>
                o.Owner switch
                {
                    TaskOwner.OfPerson p => [p.Person],
                    TaskOwner.OfCrew c when roster.Crews.TryGetValue(c.Crew, out var crew) => crew.Members,
                    _ => System.Collections.Immutable.ImmutableArray<PersonId>.Empty,
                }
            )
            .ToList();
        var docketOwner = task.Docket is { } docket ? DocketStore.Find(session, docket.Id)?.Owner : null;
        return new Reminder(default, Reminder.LastFrom)
            .NextUp(task.MadeBy, docketOwner, owners)
            .Select(p => roster.Find(p))
            .OfType<Person>()
            .Where(p => p.IsStaff && p.MaySee(task.Place, Thing.Working));
    }

    private static Results<Ok<TaskDetail>, ProblemHttpResult> GetDetail(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<TaskDetail>, ProblemHttpResult>>(s =>
        {
            if (TaskStore.Find(s, new TaskId(id)) is not { } task || !viewer.Person.MaySee(task.Place, Thing.Working))
                return Refusals.NotFound("task");
            var (roster, now) = (who.Current, clock.Now);
            var parts = new List<PartOfView>();
            void Down(TaskId whole, int depth)
            {
                if (depth > 20 || parts.Count > 500)
                    return;
                foreach (
                    var part in TaskStore.PartsOfTask(s, whole).Where(p => viewer.Person.MaySee(p.Place, Thing.Working))
                )
                {
                    parts.Add(new(depth, TaskViews.Of(part, roster, now)));
                    if (part.Parts.Count > 0)
                        Down(part.Id, depth + 1);
                }
            }

            Down(task.Id, 0);
            var source = task.Source is { } from ? EntryStore.Find(s, from.Entry) : null;
            return TypedResults.Ok(
                new TaskDetail(
                    TaskViews.Of(task, roster, now),
                    task.Notes,
                    EntryText.FromMarkdown(task.Notes).Html,
                    [.. TaskAttachmentStore.Of(s, task).Select(FileView.Of)],
                    parts,
                    [
                        .. TaskStore
                            .WaitingFor(s, task.Id)
                            .Where(t => viewer.Person.MaySee(t.Place, Thing.Working))
                            .Select(t => new BlockerView(t.Id.Value, t.Title, t.Progress.Over)),
                    ],
                    [.. task.Watchers.Select(p => roster.Find(p)).OfType<Person>().Select(PersonView.Of)],
                    task.Watchers.Contains(viewer.Person.Id),
                    task.MadeBy == viewer.Person.Id,
                    ConversationStore.OfTask(s, id)?.Id.Value,
                    task.Docket is { } docket
                        ?
                        [
                            .. kinds
                                .Current.Of(DocketStore.Find(s, docket.Id)!)
                                .Stages.Select(g => new StageChoice(g.Id.Value, g.Name)),
                        ]
                        : [],
                    [
                        .. TaskHistoryStore
                            .History(s, task.Key, MostHistory)
                            .Select(h => new TaskChangeView(
                                roster.Find(h.By) is { } by ? PersonView.Of(by) : null,
                                h.At.ToDateTimeOffset(),
                                h.What,
                                h.Before,
                                h.After
                            )),
                    ],
                    new TaskTimes(
                        Minutes(task.RemindBefore),
                        Minutes(task.RemindAgain),
                        task.Series is { } series && SeriesStore.FindSeries(s, series) is var (_, byTime, _) && byTime
                    ),
                    [.. WaitStore.Of(s, task.Key).Select(w => WaitView.Of(w, roster.Firm!.Calendar, now))],
                    [
                        .. (task.Docket is { } its ? ConversationStore.OfDocket(s, its.Id) : [])
                            .Select(c => c.Party)
                            .OfType<PartyId>()
                            .Where(roster.Parties.ContainsKey)
                            .Select(p => roster.Parties[p].Name)
                            .Distinct(),
                    ],
                    [
                        .. TimeStore
                            .ClocksOn(s, task)
                            .Where(c => roster.Find(c.Person) is not null)
                            .Select(c => new RunningView(
                                PersonView.Of(roster.Find(c.Person)!),
                                c.Began.ToDateTimeOffset()
                            )),
                    ],
                    [
                        .. TimeSpending
                            .SaidIn(s, task)
                            .Where(t => roster.Find(t.Entry.Author) is { IsStaff: true })
                            .Select(t => new TimeSaidView(
                                t.Entry.Id.Value,
                                PersonView.Of(roster.Find(t.Entry.Author)!),
                                (int)t.Said.Length.TotalMinutes,
                                t.Said.Words
                            )),
                    ],
                    [.. NextUp(s, task, roster).Select(PersonView.Of)],
                    source is null ? null : source.Edited is { } edited && edited > task.Made
                )
            );
        });

    private static int? Minutes(Duration? length) => length is { } l ? (int)l.TotalMinutes : null;
}
