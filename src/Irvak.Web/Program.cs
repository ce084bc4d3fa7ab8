using System.IO.Compression;
using System.Reflection;
using System.Text.Json.Serialization;
using Irvak.Store;
using Irvak.Web;
using Irvak.Web.Demo;
using Irvak.Web.Endpoints;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.AspNetCore.ResponseCompression;

if (args is ["write-demo", var folder])
    return await DemoWriter.Write(folder);
if (args is ["write-rules", var file])
{
    await File.WriteAllTextAsync(file, Irvak.Core.RuleRegister.ToMarkdown());
    return 0;
}
if (args is ["write-choices", var choices])
{
    await File.WriteAllTextAsync(Path.Combine(choices, "runs.json"), Irvak.Core.Running.RunChoices.All.ToJson());
    await File.WriteAllTextAsync(Path.Combine(choices, "choices.json"), Irvak.Core.Arrays.ArrayChoices.All.ToJson());
    await File.WriteAllTextAsync(Path.Combine(choices, "purposes.json"), Irvak.Core.Aims.PurposeTable.ToJson());
    return 0;
}
if (args is ["write-schemas", var schemas])
{
    foreach (var format in Documents.Formats.Keys)
        await File.WriteAllTextAsync(
            Path.Combine(schemas, format.Replace('/', '-') + ".json"),
            Documents.Schema(format).ToJsonString(Documents.Pretty) + "\n"
        );
    return 0;
}

// The OpenAPI document is made at build by running this program without a database.
var describing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
var builder = WebApplication.CreateBuilder(args);
builder.WebHost.ConfigureKestrel(server =>
{
    server.AddServerHeader = false;
    server.Limits.MaxRequestBodySize = 9 * 1024 * 1024;
});
builder.Logging.AddFilter("Microsoft.AspNetCore", LogLevel.Warning);
builder.Services.ConfigureHttpJsonOptions(options =>
{
    var json = options.SerializerOptions;
    json.NumberHandling = JsonNumberHandling.Strict;
    json.AllowOutOfOrderMetadataProperties = true;
    json.DefaultIgnoreCondition = JsonIgnoreCondition.Never;
    json.MaxDepth = 32;
    Strictly.Configure(json);
});
builder.Services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
builder.Services.AddProblemDetails(Refusals.Configure);
builder.Services.AddOpenApi();
builder.Services.Configure<OpenApiOptions>("v1", ValueSchema.Configure);
builder.Services.AddResponseCompression(options =>
{
    options.EnableForHttps = true;
    // Not what changed of a job: packing a few kilobytes takes longer than sending them.
    options.MimeTypes = ResponseCompressionDefaults.MimeTypes;
    options.Providers.Add<BrotliCompressionProvider>();
    options.Providers.Add<GzipCompressionProvider>();
});
builder.Services.Configure<BrotliCompressionProviderOptions>(options => options.Level = CompressionLevel.Fastest);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(_ => new Database(builder.Configuration.GetConnectionString("Irvak") ?? "Host=none"));
builder.Services.AddSingleton<Library>();
builder.Services.AddSingleton<Jobs>();
builder.Services.AddSingleton<Listings>();
builder.Services.AddSingleton<JobChanges>();
builder.Services.AddSingleton<Photos>();
builder.Services.AddSingleton<ShownJobs>();
builder.Services.AddSingleton<JobDesk>();
builder.Services.AddSingleton<People>();
builder.Services.AddSingleton<ListJson>();
builder.Services.AddSingleton<LiveBoard>();
builder.Services.AddSingleton<Simulations>();
if (!describing)
{
    builder.Services.AddHostedService(services => services.GetRequiredService<LiveBoard>());
    builder.Services.AddHostedService<Lister>();
}

var app = builder.Build();
app.UseMiddleware<Guard>();
var people = app.Services.GetRequiredService<People>();
app.Use(
    (_, next) =>
    {
        people.Asked();
        return next();
    }
);

// A bad request is the sender's mistake and answered in words; only what is unexpected goes to the log.
app.UseExceptionHandler(new ExceptionHandlerOptions { SuppressDiagnosticsCallback = context => Refusals.IsExpected(context.Exception) });
app.UseStatusCodePages();
app.UseResponseCompression();
app.MapOpenApi();
var pages = app.MapGroup("").AddEndpointFilterFactory(ContractFilter.Make);
pages.MapBench();
pages.MapBenchBeside();
pages.MapBegin();
pages.MapJobEdits();
pages.MapPlacements();
pages.MapArrays();
pages.MapBayFills();
pages.MapLanes();
pages.MapQuickSums();
pages.MapSurvey();
pages.MapPhotos();
pages.MapLibraryLists();
pages.MapJobWays();
pages.MapJobAims();
pages.MapSheetEdits();
pages.MapShelfLists();
pages.MapLive();
app.MapHealth();
app.MapClient();

if (!describing && await Start.Up(app) is { } failed)
{
    await Console.Error.WriteLineAsync(failed);
    return 1;
}
return await Start.Run(app);

/// <summary>Entry point; public so that tests can start the real host.</summary>
public partial class Program;
