using Wrenlet.Server.Conversations.Crews;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Conversations;

/// <summary>What is said, how it leaves and arrives, queues, files and meetings.</summary>
internal static class ConversationsPart
{
    public static IServiceCollection AddConversations(this IServiceCollection services) =>
        services
            .AddSingleton<Posting>()
            .AddSingleton<BeforeLeaving>()
            .AddSingleton<LeakReading>()
            .AddSingleton<IInsideWords, InsideNotes>()
            .AddSingleton<Discussing>()
            .AddSingleton<Undoing>()
            .AddSingleton<Mails>()
            .AddSingleton<IAnsweredInWords, AnsweredInvitations>()
            .AddSingleton<Handling>()
            .AddSingleton<Grouping>()
            .AddSingleton<Intake>()
            .AddSingleton<Routers>()
            .AddSingleton<QueueBoard>()
            .AddSingleton<FileKeeper>()
            .AddSingleton<FilePlaces>()
            .AddSingleton<IHoldsFiles, EntryFiles>()
            .AddSingleton<Pointing>()
            .AddSingleton<IPointable, PointableDockets>()
            .AddSingleton<IPointable, PointableEntries>()
            .AddSingleton<PartyHistory>()
            .AddSingleton<IPartyHistory>(s => s.GetRequiredService<PartyHistory>())
            .AddSingleton<IOwedAnswers>(s => s.GetRequiredService<PartyHistory>())
            .AddSingleton<IHoldings, ConversationHoldings>()
            .AddSingleton<IHoldings, MeetingHoldings>()
            .AddSingleton<IHoldings, QueueHoldings>();

    public static void MapConversationsPart(this IEndpointRouteBuilder api)
    {
        api.MapHandling();
        api.MapDocketTalks();
        api.MapDocketThings();
        api.MapCrews();
        api.MapQueues();
        api.MapRouter();
        api.MapStock();
        api.MapFiles();
        api.MapUploads();
        api.MapFilesAndLinks();
        api.MapMeetings();
    }
}
