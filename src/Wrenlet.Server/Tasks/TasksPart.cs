using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Tasks;

/// <summary>Tasks: from words, made, changed, finished, in tables and as files.</summary>
internal static class TasksPart
{
    public static IServiceCollection AddTasks(this IServiceCollection services) =>
        services
            .AddSingleton<TaskWaiting>()
            .AddSingleton<ReaderLessons>()
            .AddSingleton<IOtherWork, DueTasks>()
            .AddSingleton<IHoldsFiles, TaskAttachments>()
            .AddSingleton<IPointable, PointableTasks>()
            .AddSingleton<IPointable, PointableViews>()
            .AddSingleton<IHoldings, TaskHoldings>();

    public static void MapTasksPart(this IEndpointRouteBuilder api)
    {
        api.MapMoments();
        api.MapReader();
        api.MapDrafts();
        api.MapTasks();
        api.MapNext();
        api.MapTaskPlaces();
        api.MapTaskDetail();
        api.MapTaskWaits();
        api.MapTimes();
        api.MapTaskTables();
        api.MapNamedViews();
        api.MapWorklists();
        api.MapTaskTransfers();
    }
}
