using Wrenlet.Server;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Background;
using Wrenlet.Server.Connections;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Demo;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Finding;
using Wrenlet.Server.Flow;
using Wrenlet.Server.Flow.Rules;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Keeping;
using Wrenlet.Server.Live;
using Wrenlet.Server.Pages;
using Wrenlet.Server.People;
using Wrenlet.Server.Reports;
using Wrenlet.Server.Sheets;
using Wrenlet.Server.Standins;
using Wrenlet.Server.Tasks;

if (Commands.IsOne(args))
    return await Commands.Run(args);
return await StartUp.Run(
    // Whoever runs it for others begins with an empty firm, unless they say otherwise.
    args is ["run", .. var said]
        ? ["--no-demo", .. said]
        : args,
    (services, settings) =>
    {
        services.AddFoundation(settings).AddOutsideServices(settings).AddTimedWork().AddLive();
        services.AddPeople().AddDockets().AddConversations().AddTasks().AddAsks().AddSheets().AddFlow().AddAlerts();
        services.AddReports();
        services.AddKeeping();
        services.AddPages().AddDemo();
        // What follows from what happens, in this order: docs/decisions/0007-happenings.md.
        services
            .AddHandler<FirstKinds>()
            .AddHandler<FirstTexts>()
            .AddHandler<FirstTemplates>()
            .AddHandler<FirstRules>()
            .AddHandler<TalksOfMerged>()
            .AddHandler<DocketTalks>()
            .AddHandler<LinksInRecord>()
            .AddHandler<Convening>()
            .AddHandler<TaskMaking>()
            .AddHandler<TimeSpending>()
            .AddHandler<ReaderLessons>()
            .AddHandler<GatesOfStages>()
            .AddHandler<FeedsEnd>();
        services.AddHandler<Answering>().AddHandler<SharesOfMerged>();
        services.AddHandler<FollowingDates>().AddHandler<ComingRound>();
        services.AddHandler<RuleWatching>().AddHandler<GateKeeping>();
        services.AddHandler<TellsOfTalk>().AddHandler<TellsOfQueues>().AddHandler<TellsOfMeetings>();
        services.AddHandler<TellsOfDuty>().AddHandler<TellsOfSheets>();
        services.AddHandler<TellsOfTasks>();
        services.AddHandler<TellsOfAsks>().AddHandler<TellsOfDockets>();
    },
    app =>
    {
        var api = app.MapGroup("/api").AddEndpointFilter(RequestBounds.LookAtArguments);
        api.MapPeoplePart();
        api.MapDocketsPart();
        api.MapConversationsPart();
        api.MapTasksPart();
        api.MapAsksPart();
        api.MapSheetsPart();
        api.MapFlowPart();
        api.MapAlertsPart();
        api.MapFindingPart();
        api.MapReportsPart();
        api.MapPages();
        api.MapLive();
        api.MapStandins();
        api.MapTimedWork();
        api.MapKeeping();
        app.MapHub<LiveHub>("/live");
    }
);
