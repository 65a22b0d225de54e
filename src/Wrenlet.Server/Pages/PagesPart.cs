using Wrenlet.Server.Happenings;
using Wrenlet.Server.Pages.Later;

namespace Wrenlet.Server.Pages;

/// <summary>
/// What a screen shows of several parts at once: an entry with the tasks and asks that hang on it, a docket with all
/// that is in it, a party's page. Pages may use every part; no part uses a page.
/// </summary>
internal static class PagesPart
{
    public static IServiceCollection AddPages(this IServiceCollection services) =>
        services
            .AddSingleton<Exporting>()
            .AddSingleton<Speaking>()
            .AddSingleton<Leaving>()
            .AddSingleton<IDueWork>(s => s.GetRequiredService<Leaving>());

    public static void MapPages(this IEndpointRouteBuilder api)
    {
        api.MapMe();
        api.MapNeeds();
        api.MapDockets();
        api.MapDocketTable();
        api.MapTalks();
        api.MapSaying();
        api.MapLater();
        api.MapCirculars();
        api.MapDraftChecks();
        api.MapLeaving();
        api.MapForwards();
        api.MapCallNotes();
        api.MapDiscussion();
        api.MapTalk();
        api.MapTalkAbout();
        api.MapRecord();
        api.MapPartyPage();
    }
}
