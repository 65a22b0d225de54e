using CsCheck;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Alerts;

public class AlertingTests
{
    private static readonly Place Open = new Place.Inside(DocketSight.Open);

    private static Person? Find(PersonId id) => Yard.Staff.FirstOrDefault(p => p.Id == id);

    [Fact]
    public void One_event_alerts_a_person_once_by_the_strongest_reason()
    {
        var ines = Yard.Named("Ines").Id;
        Alerting.Whom(Yard.Named("Odalys").Id, Open, Thing.Said, [new(ines, AlertReason.Following), new(ines, AlertReason.Tagged), new(ines, AlertReason.CrewTagged)], Find)
            .ShouldBe([new Alert(ines, AlertReason.Tagged)]);
    }

    [Fact]
    public void Nobody_is_alerted_of_what_they_did_themselves() =>
        Alerting.Whom(Yard.Named("Ines").Id, Open, Thing.Said, [new(Yard.Named("Ines").Id, AlertReason.Tagged)], Find).ShouldBeEmpty();

    [Fact]
    public void Nobody_is_alerted_of_what_they_do_not_see() =>
        Alerting.Whom(null, new Place.Inside(DocketSight.Only([], [])), Thing.Said, [new(Yard.Named("Ines").Id, AlertReason.Tagged)], Find).ShouldBeEmpty();

    [Fact]
    public void Each_who_should_be_told_is_told_once_and_no_one_else() =>
        Gen.Select(Gen.Select(Gen.Int[0, 7], Gen.Int[0, 6]).Array[0, 20], Gen.Int[-1, 7], Gen.Int[0, 255], Gen.Bool).Sample((rows, by, listed, limited) =>
        {
            var actor = by < 0 ? (PersonId?)null : Yard.Staff[by].Id;
            var sight = limited ? DocketSight.Only(Yard.Staff.Where((_, i) => (listed >> i & 1) == 1).Select(p => p.Id), []) : DocketSight.Open;
            var told = Alerting.Whom(actor, new Place.Inside(sight), Thing.Working, rows.Select(r => new Alert(Yard.Staff[r.Item1].Id, (AlertReason)r.Item2)), Find);
            for (var i = 0; i < Yard.Staff.Length; i++)
            {
                var reasons = rows.Where(r => r.Item1 == i).Select(r => r.Item2).ToList();
                var expected = reasons.Count > 0 && i != by && (!limited || (listed >> i & 1) == 1) ? 1 : 0;
                var alerts = told.Where(a => a.Person == Yard.Staff[i].Id).ToList();
                alerts.Count.ShouldBe(expected);
                if (expected == 1) alerts[0].Reason.ShouldBe((AlertReason)reasons.Min());
            }
        }, iter: 3000);

    [Theory]
    [InlineData(AlertReason.Tagged, "Odalys tagged you")]
    [InlineData(AlertReason.HandedOver, "Odalys handed this over to you")]
    public void The_reason_is_said_in_words(AlertReason reason, string words) => Alerting.Words(reason, "Odalys").ShouldBe(words);
}
