using System.Text.Json.Serialization;
using Wrenlet.Server;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Background;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Demo;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Finding;
using Wrenlet.Server.Live;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Server.Tasks;

try
{
    var settings = StartUp.Settings(args);
    var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory });
    builder.WebHost.ConfigureKestrel(StartUp.Listen(settings));
    builder.Logging.SetMinimumLevel(LogLevel.Warning);

    builder.Services.AddSingleton(settings).AddSingleton<FirmClock>().AddStorage();
    builder.Services.AddSingleton<WhoIsWho>().AddSingleton<Sessions>().AddSingleton<SignInThrottle>();
    builder.Services.AddSingleton<Posting>().AddSingleton<Handover>().AddSingleton<Intake>().AddSingleton<TaskMaking>().AddSingleton<DemoLoader>();
    builder.Services.AddSingleton<StandinPostOffice>().AddSingleton<IPostOffice>(s => s.GetRequiredService<StandinPostOffice>());
    builder.Services.AddHostedService<Announcer>().AddHostedService<MailSender>().AddHostedService<MailCollector>();
    builder.Services.AddSingleton<Presence>().AddSignalR();
    builder.Services.ConfigureHttpJsonOptions(json => json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict);
    builder.Services.AddOpenApi().AddValidation().AddProblemDetails().AddLimits(settings).AddResponseCompression(StartUp.Compress);

    var app = builder.Build();
    app.UseExceptionHandler().UseStatusCodePages().UseSafeHeaders().UseResponseCompression();
    app.UseRouting().UseMiddleware<AccessMiddleware>().UseRateLimiter();

    var api = app.MapGroup("/api");
    api.MapAccounts();
    api.MapPeople();
    api.MapDockets();
    api.MapConversations();
    api.MapTasks();
    api.MapAlerts();
    api.MapFinding();
    api.MapPostOffice();
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
