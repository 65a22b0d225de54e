using Microsoft.Extensions.DependencyInjection;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Background;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Flow;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Sheets;
using Wrenlet.Server.Standins;
using Wrenlet.Server.Tasks;

namespace Wrenlet.Server.Tests.World;

/// <summary>The parts of the server without their endpoints, over one data folder.</summary>
internal static class Parts
{
    public static ServiceProvider Of(Settings settings, Action<IServiceCollection>? more = null)
    {
        var services = new ServiceCollection()
            .AddLogging()
            .AddFoundation(settings)
            .AddOutsideServices(settings)
            .AddPeople()
            .AddDockets()
            .AddConversations()
            .AddTasks()
            .AddAsks()
            .AddSheets()
            .AddFlow()
            .AddAlerts()
            .AddTimedWork()
            .AddHandler<Convening>()
            .AddHandler<TaskMaking>()
            .AddHandler<TimeSpending>()
            .AddHandler<ReaderLessons>()
            .AddHandler<Answering>()
            .AddHandler<TellsOfQueues>()
            .AddHandler<ComingRound>();
        more?.Invoke(services);
        return services.BuildServiceProvider();
    }
}
