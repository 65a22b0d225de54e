using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Demo;

internal sealed record CardSiteFile(string Name, string? Address, string? Notes);

internal sealed record CardThingFile(
    string Sort,
    string Name,
    string Number,
    string? Site,
    string? Notes,
    Dictionary<string, string>? Fields,
    string[]? Dockets,
    bool Retired
);

internal sealed record CardFile(
    string Party,
    string? Address,
    string? Notes,
    string? Prefers,
    string? Speaker,
    string? Purpose,
    CardSiteFile[]? Sites,
    CardThingFile[]? Things
);

/// <summary>What the demo's firm keeps of its customers.</summary>
internal static class DemoCards
{
    /// <summary>Writes the cards; the dockets that their things are of are there.</summary>
    public static void Put(Writing w, IEnumerable<CardFile> cards, Roster roster)
    {
        var s = w.Session;
        foreach (var file in cards)
        {
            var party = new PartyId(DemoWords.Id("party " + file.Party));
            PersonId? speaker = file.Speaker is { } name ? new PersonId(DemoWords.Id(name)) : null;
            PartyCardStore.Set(
                s,
                party,
                new PartyCard(
                    file.Address ?? "",
                    file.Notes ?? "",
                    file.Prefers is { } by ? StoredWords.ReachedBys.Parse(by) : null,
                    speaker
                )
            );
            if (speaker is { } person && roster.Profiles[person] is var profile)
                PeopleStore.SetContact(
                    s,
                    person,
                    profile.Person.Name,
                    profile.Address,
                    profile.Language,
                    profile.Reaches,
                    file.Purpose
                );
            foreach (var site in file.Sites ?? [])
                PartyCardStore.PutSite(
                    s,
                    party,
                    new PartySite(IdOf(file, site.Name), site.Name, site.Address ?? "", site.Notes ?? "")
                );
            foreach (var thing in file.Things ?? [])
            {
                var id = new ThingId(IdOf(file, thing.Name));
                PartyCardStore.PutThing(
                    s,
                    new PartyThing(
                        id,
                        party,
                        thing.Site is { } at ? IdOf(file, at) : null,
                        thing.Sort,
                        thing.Name,
                        thing.Number,
                        thing.Notes ?? "",
                        [.. (thing.Fields ?? []).Select(f => new ThingField(f.Key, f.Value))],
                        thing.Retired
                    )
                );
                foreach (var reference in thing.Dockets ?? [])
                    if (DocketRef.Parse(reference) is { } known && DocketStore.Find(s, known) is { } docket)
                        DocketThings.Set(s, docket.Id, [id]);
            }
        }
    }

    private static Guid IdOf(CardFile file, string name) => DemoWords.Id($"{file.Party} has {name}");
}
