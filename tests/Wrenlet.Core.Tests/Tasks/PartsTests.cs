using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public class PartsTests
{
    private static TaskId Id(int n) => new(new Guid(n, 0, 0, new byte[8]));

    private static Duration? Hours(double? hours) => hours is { } h ? Duration.FromHours(h) : null;

    [Fact]
    public void Parts_add_up_by_their_estimates_and_those_without_count_as_much_as_they_do_on_average() =>
        PartsDone.Of([(Hours(6), true), (Hours(2), false), (Hours(null), false)]).ShouldBe(new PartsDone(3, 1, 50));

    [Fact]
    public void Without_any_estimate_parts_add_up_by_their_number() =>
        PartsDone.Of([(null, true), (null, false), (null, false)]).ShouldBe(new PartsDone(3, 1, 33));

    [Fact]
    public void A_task_without_parts_is_not_done_by_them() => PartsDone.Of([]).All.ShouldBeFalse();

    [Fact]
    public void Parts_are_all_done_when_their_percent_is_a_hundred_and_only_then() =>
        Gen.Select(Gen.Double[0.1, 40].Nullable(), Gen.Bool)
            .List[1, 12]
            .Sample(parts =>
            {
                var sum = PartsDone.Of(
                    parts.Select(p => (p.Item1 is { } hours ? Duration.FromHours(hours) : (Duration?)null, p.Item2))
                );
                return sum.All == (sum.Percent == 100) && sum.Percent is >= 0 and <= 100;
            });

    [Fact]
    public void What_would_come_round_to_itself_is_found_however_far_it_goes()
    {
        var on = new Dictionary<TaskId, TaskId[]>
        {
            [Id(1)] = [Id(2)],
            [Id(2)] = [Id(3)],
            [Id(3)] = [],
        };
        IEnumerable<TaskId> Next(TaskId t) => on.GetValueOrDefault(t, []);
        Dependence.WouldLoop(Id(3), Id(1), Next).ShouldBeTrue();
        Dependence.WouldLoop(Id(1), Id(3), Next).ShouldBeFalse();
        Dependence.WouldLoop(Id(1), Id(1), Next).ShouldBeTrue();
    }

    [Fact]
    public void Edges_that_are_added_only_where_they_close_no_ring_never_make_one() =>
        Gen.Select(Gen.Int[0, 6], Gen.Int[0, 6])
            .List[0, 40]
            .Sample(edges =>
            {
                var on = Enumerable.Range(0, 7).ToDictionary(Id, _ => new List<TaskId>());
                foreach (
                    var (from, to) in edges.Where(e => !Dependence.WouldLoop(Id(e.Item1), Id(e.Item2), t => on[t]))
                )
                    on[Id(from)].Add(Id(to));
                // Whatever has nothing left to depend on can be taken away until nothing is left: there is no ring.
                while (on.Count > 0)
                {
                    var free = on.Where(o => o.Value.All(t => !on.ContainsKey(t))).Select(o => o.Key).ToList();
                    if (free.Count == 0)
                        return false;
                    foreach (var task in free)
                        on.Remove(task);
                }

                return true;
            });

    [Fact]
    public void Places_that_are_made_between_others_keep_the_order_that_was_meant() =>
        Gen.Int[0, 1000]
            .List[1, 120]
            .Sample(picks =>
            {
                var (order, places) = (new List<int>(), new Dictionary<int, double>());
                foreach (var (n, pick) in picks.Index())
                {
                    var at = pick % (order.Count + 1);
                    double? before = at == 0 ? null : places[order[at - 1]];
                    double? after = at == order.Count ? null : places[order[at]];
                    if (Positions.Between(before, after) is not { } place)
                    {
                        foreach (var (i, other) in order.Index())
                            places[other] = Positions.Anew(i);
                        place = Positions
                            .Between(
                                at == 0 ? null : Positions.Anew(at - 1),
                                at == order.Count ? null : Positions.Anew(at)
                            )!
                            .Value;
                    }

                    places[n] = place;
                    order.Insert(at, n);
                }

                return order.SequenceEqual(places.OrderBy(p => p.Value).Select(p => p.Key));
            });

    [Theory]
    [InlineData("- one\n- two\n  - deeper\n    - deepest\n- three", "0 one|0 two|1 deeper|2 deepest|0 three")]
    [InlineData("1. one\n2) two\n\t• under two", "0 one|0 two|1 under two")]
    [InlineData("one\n\n   \ntwo\n      far in\n   half way", "0 one|0 two|1 far in|1 half way")]
    [InlineData("[ ] open\n- [x] ticked\n☑ ticked too", "0 open|0 ticked done|0 ticked too done")]
    [InlineData("  starts indented\n  and goes on", "0 starts indented|0 and goes on")]
    public void A_list_is_read_with_its_marks_its_depth_and_its_ticks(string text, string expected) =>
        string.Join('|', PastedList.Read(text).Select(p => $"{p.Depth} {p.Title}{(p.Done ? " done" : "")}"))
            .ShouldBe(expected);

    [Fact]
    public void No_part_stands_more_than_one_deeper_than_the_one_before() =>
        Gen.Select(Gen.Int[0, 12], Gen.Bool)
            .List[0, 40]
            .Sample(lines =>
            {
                var read = PastedList.Read(
                    string.Join(
                        '\n',
                        lines.Select((l, i) => new string(' ', l.Item1) + (l.Item2 ? "- " : "") + $"part {i}")
                    )
                );
                return read.Count == lines.Count
                    && read.Zip(read.Skip(1)).All(p => p.Second.Depth <= p.First.Depth + 1)
                    && (read.Count == 0 || read[0].Depth == 0);
            });

    [Fact]
    public void A_share_finishes_a_task_when_the_shares_make_up_the_whole()
    {
        Progress task = new(
            TaskState.NeedsAction,
            null,
            [
                .. new[] { ("Ines", (int?)60), ("Kit", 40), ("Pryderi", 40) }.Select(o => new OwnerShare(
                    new TaskOwner.OfPerson(Yard.Named(o.Item1).Id),
                    false,
                    o.Item2
                )),
            ]
        );
        var one = task.Finish(CompletionRule.Share, Yard.Named("Kit"));
        (one.State, one.Percent).ShouldBe((TaskState.InProgress, 40));
        one.Finish(CompletionRule.Share, Yard.Named("Ines")).State.ShouldBe(TaskState.Done);
        Progress even = new(
            TaskState.NeedsAction,
            null,
            [
                .. new[] { "Ines", "Kit", "Pryderi" }.Select(o => new OwnerShare(
                    new TaskOwner.OfPerson(Yard.Named(o).Id),
                    false
                )),
            ]
        );
        even.Finish(CompletionRule.Share, Yard.Named("Kit")).Percent.ShouldBe(33);
    }

    [Fact]
    public void Owners_who_stay_keep_their_share_and_a_whole_goes_back_to_what_it_was()
    {
        var ines = new TaskOwner.OfPerson(Yard.Named("Ines").Id);
        new Progress(TaskState.Waiting, null, [new(ines, false, 70)])
            .OwnedBy([new TaskOwner.OfPerson(Yard.Named("Kit").Id), ines])
            .Shares.Select(s => s.Percent)
            .ShouldBe([null, 70]);
        new Progress(TaskState.Waiting, null, [new(ines, false)])
            .Become(TaskState.Done)
            .Back()
            .State.ShouldBe(TaskState.Waiting);
    }

    [Theory]
    [InlineData(0, 0, TaskState.Done, null)]
    [InlineData(3, 3, TaskState.Done, null)]
    [InlineData(3, 1, TaskState.Waiting, null)]
    [InlineData(
        3,
        1,
        TaskState.Done,
        "2 of its 3 parts are not done. Finish or drop them first: it is done when its parts are."
    )]
    [InlineData(
        3,
        2,
        TaskState.Done,
        "1 of its 3 parts is not done. Finish or drop it first: it is done when its parts are."
    )]
    public void A_whole_is_not_done_before_its_parts_are(int count, int done, TaskState wanted, string? refusal) =>
        new PartsDone(count, done, 0).Refuses(TaskState.InProgress, wanted).ShouldBe(refusal);

    [Fact]
    public void A_whole_goes_with_its_parts_and_comes_back_to_the_state_it_had()
    {
        var whole = new Progress(TaskState.Waiting, null, []);
        new PartsDone(2, 1, 50).Carry(whole).ShouldBe(whole);
        var done = new PartsDone(2, 2, 100).Carry(whole);
        done.State.ShouldBe(TaskState.Done);
        new PartsDone(2, 1, 50).Carry(done).State.ShouldBe(TaskState.Waiting);
        var dropped = new Progress(TaskState.Dropped, null, []);
        new PartsDone(2, 2, 100).Carry(dropped).ShouldBe(dropped);
    }

    [Fact]
    public void A_column_that_finishes_makes_it_done_and_leaving_it_makes_it_open_again()
    {
        var open = new Progress(TaskState.InProgress, null, []);
        var done = open.Into(finishes: true, moved: true);
        done.State.ShouldBe(TaskState.Done);
        done.Into(finishes: false, moved: false).ShouldBe(done);
        done.Into(finishes: false, moved: true).State.ShouldBe(TaskState.InProgress);
        open.Into(finishes: false, moved: true).ShouldBe(open);
        new Progress(TaskState.Dropped, null, []).Into(finishes: true, moved: true).State.ShouldBe(TaskState.Dropped);
    }
}
