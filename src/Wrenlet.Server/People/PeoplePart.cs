using Wrenlet.Server.Accounts;

namespace Wrenlet.Server.People;

/// <summary>Staff, crews, parties and who they are; with the accounts by which they sign in.</summary>
internal static class PeoplePart
{
    public static IServiceCollection AddPeople(this IServiceCollection services) =>
        services
            .AddSingleton<WhoIsWho>()
            .AddSingleton<Sessions>()
            .AddSingleton<LogBook>()
            .AddSingleton<LogThinning>()
            .AddSingleton<SignInThrottle>()
            .AddSingleton<Passwords>()
            .AddSingleton<SetUpCode>()
            .AddSingleton<PartyLinks>()
            .AddSingleton<AccountMail>()
            .AddHostedService(s => s.GetRequiredService<AccountMail>())
            .AddSingleton<LeavingFirm>()
            .AddSingleton<Merging>();

    public static void MapPeoplePart(this IEndpointRouteBuilder api)
    {
        api.MapAccounts();
        api.MapBeginning();
        api.MapSetUp();
        api.MapLog();
        api.MapStaff();
        api.MapRoles();
        api.MapLeavingFirm();
        api.MapAccountLinks();
        api.MapPartyLinks();
        api.MapAddresses();
        api.MapJoining();
        api.MapLogo();
        api.MapPeople();
        api.MapStanding();
        api.MapWorkingDays();
        api.MapContacts();
        api.MapPartyCards();
    }
}
