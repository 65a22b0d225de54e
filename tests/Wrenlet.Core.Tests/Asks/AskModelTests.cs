using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Asks;

/// <summary>
/// Random asks, answers, changes of mind, passings, withdrawals, edits, deadlines and crews, played by the core and by
/// a slow model
/// that goes through time minute by minute and decides by trying out every way in which those who are waited for might
/// still answer.
/// </summary>
public class AskModelTests
{
    private static readonly Instant Start = Yard.At("2026-04-14T09:00");
    private static readonly ImmutableArray<PersonId> People = [.. Yard.Staff.Take(6).Select(p => p.Id)];
    private static readonly PersonId Asker = Yard.Staff[7].Id;
    private static readonly CrewId Crew = Yard.Crews[0].Id;

    private static readonly Gen<AskTerms> Terms =
        from kind in Gen.Enum<AskKind>()
        from rule in Gen.Enum<AskRule>()
        from needed in Gen.Int[1, 3]
        from due in Gen.Int[-8, 12]
        from up in Gen.Enum<TimeUp>()
        from to in Gen.Int[0, 5]
        select new AskTerms(
            kind,
            kind is AskKind.Choice ? ["a", "b", "c"] : [],
            false,
            false,
            null,
            rule,
            needed,
            due <= 0 ? null : Minute(due),
            due <= 0 ? TimeUp.Remind : up,
            up is TimeUp.PassOn ? People[to] : null
        );

    private static readonly Gen<(int Kind, int Who, int Other, int Value, int At)> Moves = Gen.Select(
        Gen.Int[0, 9],
        Gen.Int[0, 5],
        Gen.Int[0, 5],
        Gen.Int[0, 2],
        Gen.Int[0, 15]
    );

    [Fact]
    public void The_core_agrees_with_a_slow_simple_model() =>
        Gen.Select(Terms, Gen.Int[3, 4], Gen.Bool, Moves.List[0, 9])
            .Sample(
                (terms, count, ofCrew, moves) =>
                {
                    ImmutableArray<Askee> askees =
                    [
                        .. People.Take(count).Select((p, i) => new Askee(p, ofCrew && i > 0 ? Crew : null)),
                    ];
                    var asking = new Asking(terms, Asker, askees, []);
                    var model = new Model(terms, askees);
                    foreach (var move in moves.OrderBy(m => m.At))
                    {
                        var step = Step(terms, move);
                        var refused = asking.Refuses(step, _ => "somebody") is not null;
                        model.To(move.At);
                        model.Allows(step).ShouldBe(!refused);
                        if (refused)
                            continue;
                        asking = asking with { Steps = asking.Steps.Add(step) };
                        model.Take(step);
                        Compare(asking, model, move.At);
                    }

                    model.To(20);
                    Compare(asking, model, 20);
                },
                iter: 8_000
            );

    private static Instant Minute(int n) => Start + Duration.FromMinutes(n);

    private static void Compare(Asking asking, Model model, int minute)
    {
        var standing = asking.At(Minute(minute));
        standing.State.ShouldBe(model.State);
        standing.Approved.ShouldBe(model.Approved);
        standing.WaitedFor.Order(ById).ShouldBe(model.WaitedFor().Order(ById));
        standing.Parts.Select(p => p.Whom).ShouldBe(model.Holders);
        if (standing.State is AskState.Decided && asking.Terms.Kind is AskKind.Choice)
            standing.Winners.ShouldBe(model.MostChosen());
    }

    private static readonly Comparer<PersonId> ById = Comparer<PersonId>.Create((a, b) => a.Value.CompareTo(b.Value));

    private static AskStep Step(AskTerms terms, (int Kind, int Who, int Other, int Value, int At) move)
    {
        var (who, at) = (People[move.Who], Minute(move.At));
        var reply = terms.Kind switch
        {
            AskKind.Decision => new Reply(move.Value > 0, [], ""),
            AskKind.Choice => new Reply(null, [move.Value], ""),
            _ => new Reply(null, [], "words"),
        };
        return move.Kind switch
        {
            < 5 => new AskStep.Answered(who, at, who, reply),
            5 or 6 => new AskStep.PassedOn(who, at, People[move.Other], "why"),
            7 => new AskStep.NotMine(who, at, ""),
            8 => new AskStep.AskedAnew(Asker, at),
            _ => new AskStep.Withdrawn(move.Value == 0 ? Asker : who, at, ""),
        };
    }

    private sealed class Model(AskTerms terms, ImmutableArray<Askee> askees)
    {
        private readonly List<PersonId> _holder = [.. askees.Select(a => a.Whom)];
        private readonly Dictionary<int, Reply> _answers = [];
        private readonly HashSet<int> _excused = [];
        private int _minute = -1;
        private bool _startedAnewInTime;

        public AskState State { get; private set; }

        public bool? Approved { get; private set; }

        public IEnumerable<PersonId> Holders => _holder;

        /// <summary>Goes through every minute up to one; at the due one, what is to happen then happens.</summary>
        public void To(int minute)
        {
            while (_minute < minute)
            {
                _minute++;
                if (terms.Due != Minute(_minute) || State is not AskState.Open || _startedAnewInTime)
                    continue;
                if (terms.TimeUp is TimeUp.Lapse)
                    (State, Approved) = (AskState.Lapsed, terms.Kind is AskKind.Decision ? false : null);
                if (terms.TimeUp is TimeUp.PassOn)
                    foreach (var i in Waiting().ToList())
                        _holder[i] = terms.PassTo!.Value;
            }
        }

        public bool Allows(AskStep step) =>
            step switch
            {
                AskStep.AskedAnew => State is not AskState.Withdrawn,
                AskStep.Withdrawn => step.By == Asker
                    && State is AskState.Open or AskState.Returned
                    && step.By == Asker,
                _ when State is not AskState.Open => false,
                AskStep.Answered => Mine(step.By).Any(),
                AskStep.PassedOn p => Waiting().Any(i => _holder[i] == step.By) && p.To != p.By,
                _ => Waiting().Any(i => _holder[i] == step.By),
            };

        public void Take(AskStep step)
        {
            switch (step)
            {
                case AskStep.AskedAnew:
                    _answers.Clear();
                    _excused.Clear();
                    (State, Approved) = (AskState.Open, null);
                    _startedAnewInTime = terms.Due is { } due && step.At >= due;
                    return;
                case AskStep.Withdrawn:
                    State = AskState.Withdrawn;
                    return;
                case AskStep.Answered a:
                    foreach (var i in Mine(step.By).ToList())
                        _answers[i] = a.Reply;
                    break;
                case AskStep.PassedOn p:
                    foreach (var i in Waiting().Where(i => _holder[i] == step.By).ToList())
                        _holder[i] = p.To;
                    return;
                case AskStep.NotMine:
                    foreach (var i in Waiting().Where(i => _holder[i] == step.By).ToList())
                        _excused.Add(i);
                    break;
            }

            Decide();
        }

        public IEnumerable<PersonId> WaitedFor() =>
            State is AskState.Open ? Waiting().Select(i => _holder[i]).Distinct() : [];

        public IEnumerable<int> MostChosen()
        {
            var votes = _answers
                .Values.SelectMany(r => r.Chosen)
                .GroupBy(c => c)
                .ToDictionary(g => g.Key, g => g.Count());
            return votes.Where(v => v.Value == votes.Values.Max()).Select(v => v.Key).Order();
        }

        /// <summary>Parts whose turn it is and that have no answer.</summary>
        private IEnumerable<int> Waiting() => InTurn().Where(i => !_answers.ContainsKey(i));

        private IEnumerable<int> Mine(PersonId who) => InTurn().Where(i => _holder[i] == who);

        private List<int> InTurn()
        {
            var able = Enumerable.Range(0, _holder.Count).Where(i => !_excused.Contains(i)).ToList();
            if (terms.Rule is not AskRule.InOrder)
                return able;
            var firstOpen = able.FindIndex(i => !_answers.ContainsKey(i));
            return firstOpen < 0 ? able : able[..(firstOpen + 1)];
        }

        private void Decide()
        {
            var able = Enumerable.Range(0, _holder.Count).Where(i => !_excused.Contains(i)).ToList();
            var needed =
                terms.Rule is AskRule.Anyone ? 1
                : terms.Rule is AskRule.Number ? terms.Needed
                : able.Count;
            if (able.Count == 0 || able.Count < needed)
            {
                State = AskState.Returned;
                return;
            }

            if (terms.Kind is not AskKind.Decision)
            {
                if (_answers.Count >= needed)
                    State = AskState.Decided;
                return;
            }

            if (terms.Rule is AskRule.Anyone)
            {
                if (_answers.Count > 0)
                    (State, Approved) = (AskState.Decided, _answers.Values.First().Approves);
                return;
            }

            // Every way in which those who have not answered might.
            var open = able.Where(i => !_answers.ContainsKey(i)).ToList();
            var ends = Enumerable
                .Range(0, 1 << open.Count)
                .Select(bits =>
                    able.Count(i =>
                        _answers.TryGetValue(i, out var said)
                            ? said.Approves == true
                            : (bits >> open.IndexOf(i) & 1) == 1
                    ) >= needed
                )
                .Distinct()
                .ToList();
            if (ends.Count == 1)
                (State, Approved) = (AskState.Decided, ends[0]);
        }
    }
}
