using System.Text.Json.Serialization;
using Wrenlet.Formats.Mail;
using Wrenlet.Server;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Background;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Demo;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Finding;
using Wrenlet.Server.Live;
using Wrenlet.Server.People;
using Wrenlet.Server.Reports;
using Wrenlet.Server.Sheets;
using Wrenlet.Server.Standins;
using Wrenlet.Server.Tasks;

try
{
    Charsets.Register();
    var settings = StartUp.Settings(args);
    var builder = WebApplication.CreateSlimBuilder(
        new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory }
    );
    builder.WebHost.ConfigureKestrel(StartUp.Listen(settings));
    builder.Logging.SetMinimumLevel(LogLevel.Warning);

    builder.Services.AddSingleton(settings).AddSingleton<FirmClock>().AddStorage();
    builder.Services.AddSingleton<WhoIsWho>().AddSingleton<Sessions>().AddSingleton<SignInThrottle>();
    builder
        .Services.AddSingleton<Posting>()
        .AddSingleton<Answering>()
        .AddSingleton<Convening>()
        .AddSingleton<Discussing>()
        .AddSingleton<Noticing>()
        .AddSingleton<Exporting>()
        .AddSingleton<Grouping>()
        .AddSingleton<Handling>()
        .AddSingleton<Undoing>()
        .AddSingleton<DocketMaking>()
        .AddSingleton<Routers>()
        .AddSingleton<QueueBoard>()
        .AddSingleton<FileKeeper>()
        .AddSingleton<Intake>()
        .AddSingleton<TaskMaking>()
        .AddSingleton<SheetMaking>()
        .AddSingleton<DemoLoader>();
    builder
        .Services.AddSingleton<StandinPostOffice>()
        .AddSingleton<StandinTextOffice>()
        .AddSingleton<StandinCallOffice>()
        .AddSingleton<ICallOffice>(s => s.GetRequiredService<StandinCallOffice>());
    if (settings.MailFile is { } file)
        builder.Services.AddSingleton<IPostOffice>(new MailServerPostOffice(MailServers.Read(file)));
    else
        builder.Services.AddSingleton<IPostOffice>(s => s.GetRequiredService<StandinPostOffice>());
    builder
        .Services.AddHostedService<Announcer>()
        .AddHostedService<Sender>()
        .AddHostedService<Collector>()
        .AddHostedService<BringingBack>()
        .AddSingleton<Digesting>()
        .AddHostedService(s => s.GetRequiredService<Digesting>());
    builder.Services.AddSingleton<Presence>().AddSignalR();
    builder.Services.ConfigureHttpJsonOptions(json =>
        json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict
    );
    builder
        .Services.AddOpenApi()
        .AddValidation()
        .AddProblemDetails()
        .AddLimits(settings)
        .AddResponseCompression(StartUp.Compress);

    var app = builder.Build();
    app.UseExceptionHandler().UseStatusCodePages().UseSafeHeaders().UseResponseCompression();
    app.UseRouting().UseMiddleware<AccessMiddleware>().UseRateLimiter();

    var api = app.MapGroup("/api");
    api.MapAccounts();
    api.MapPeople();
    api.MapStanding();
    api.MapDockets();
    api.MapDocketMaking();
    api.MapConversations();
    api.MapDiscussion();
    api.MapTalk();
    api.MapRecord();
    api.MapShared();
    api.MapHandling();
    api.MapQueues();
    api.MapStock();
    api.MapSetUp();
    api.MapStaff();
    api.MapReports();
    api.MapToday();
    api.MapContacts();
    api.MapThings();
    api.MapFiles();
    api.MapUploads();
    api.MapTasks();
    api.MapTaskPlaces();
    api.MapTaskTables();
    api.MapWorklists();
    api.MapTaskFiles();
    api.MapSheets();
    api.MapAsks();
    api.MapMeetings();
    api.MapAlerts();
    api.MapBoard();
    api.MapFinding();
    api.MapPostOffice();
    api.MapCalls();
    Announcer.Map(api);
    api.MapFallback(() => Refusals.NotFound("address")).For(Access.Everyone);
    app.MapHub<LiveHub>("/live");
    app.MapPages();

    await app.Begin(settings);
    return 0;
}
catch (StartException wrong)
{
    await Console.Error.WriteLineAsync("Wrenlet cannot start: " + wrong.Message);
    return 1;
}
