using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.Extensions.Options;
using Pantomet.Core.Destinations;
using Pantomet.Core.Publishing;
using Pantomet.Imaging.Isolation;
using Pantomet.Rendering;
using Pantomet.Server.Acts;
using Pantomet.Server.Board;
using Pantomet.Server.Destinations;
using Pantomet.Server.Fonts;
using Pantomet.Server.Framing;
using Pantomet.Server.Hosting;
using Pantomet.Server.Hosting.Description;
using Pantomet.Server.Jobs;
using Pantomet.Server.Maintenance;
using Pantomet.Server.Packages;
using Pantomet.Server.Packages.AdHoc;
using Pantomet.Server.Proof;
using Pantomet.Server.Publishing;
using Pantomet.Server.Publishing.Publications;
using Pantomet.Server.Publishing.Targets;
using Pantomet.Server.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.SiteCheck;
using Pantomet.Server.SiteCheck.Fetching;
using Pantomet.Server.Sources;
using Pantomet.Server.Sources.Composing;
using Pantomet.Server.Sources.Watching;
using Pantomet.Server.Treatments;
using Pantomet.Server.Weight;
using Pantomet.Sites;
using Serilog;

if (DecoderProgram.IsAskedFor(args))
    return DecoderProgram.Run(args, new DecoderWays { [PageWork.Way] = PageWork.Do });
if (MaintenanceCommands.IsOne(args))
    return MaintenanceCommands.Run(args);

var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
builder.WebHost.UseKestrel(kestrel => kestrel.AddServerHeader = false);
if (builder.Configuration["urls"] is null)
    builder.WebHost.UseUrls(builder.Configuration["PANTOMET_URLS"] ?? "http://127.0.0.1:5080");
var (ownAddresses, deliveryAddresses) = (Addresses.Of(builder.Configuration), DeliveryAddresses.Of(builder.Configuration));
if (deliveryAddresses.Count > 0)
    builder.WebHost.UseUrls([.. ownAddresses.Concat(deliveryAddresses).Select(address => address.ToString())]);
// A server's own logger: with the process's one, the end of a server silences whatever others the tests have in the process.
builder.Host.UseSerilog(
    (_, logging) => logging
        .MinimumLevel.Information()
        .MinimumLevel.Override("Microsoft", Serilog.Events.LogEventLevel.Warning)
        // That its keys lie in a folder that only its owner may read is meant.
        .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", Serilog.Events.LogEventLevel.Error)
        .WriteTo.Console(outputTemplate: "{Timestamp:HH:mm:ss} {Level:u4} {Message:lj}{NewLine}{Exception}"),
    preserveStaticLogger: true);

var services = builder.Services;
services.AddSingleton(ServerSettings.From(builder.Configuration));
services.AddSingleton(TimeProvider.System);
services.AddSingleton<AllowedHosts>();
services.AddSingleton(provider => new DataFolder(provider.GetRequiredService<ServerSettings>()));
services.AddSingleton<FolderLock>();
services.AddSingleton<DiskReserve>();
services.AddSingleton<LibraryUpgrade>();
services.AddSingleton<LibraryHealth>();
services.AddSingleton(provider => new ContentStore(provider.GetRequiredService<DataFolder>().Incoming));
services.AddPooledDbContextFactory<PantometDb>((provider, options) => options
    .UseSqlite(
        $"Data Source={provider.GetRequiredService<DataFolder>().Database}",
        // A list of ids is one parameter, however long: SQLite allows 32,766 of them.
        sqlite => sqlite.UseParameterizedCollectionMode(ParameterTranslationMode.Parameter))
    .AddInterceptors(new OpenedInTurn(), new ShortWaits()));
services.AddScoped(provider => provider.GetRequiredService<IDbContextFactory<PantometDb>>().CreateDbContext());
services.AddSingleton(
    provider =>
        new DecoderPool(
            DecoderCommand.Of(typeof(Program).Assembly.Location), provider.GetRequiredService<DataFolder>().Incoming, DecoderBounds.Usual));
services.AddSingleton<OwnFonts>();
services.AddSingleton<SourcePixels>();
services.AddSingleton<PreviewFiles>();
services.AddSingleton<SourceIntake>();
services.AddSingleton<Composer>();
services.AddSingleton<ComposedStates>();
services.AddSingleton<WatchedFolder>();
services.AddHostedService(provider => provider.GetRequiredService<WatchedFolder>());
services.AddSingleton<DestinationCatalogue>();
services.AddSingleton<Screenshots>();
services.AddScoped<DemoLibrary>();
services.AddScoped<Planning>();
services.AddSingleton<Placeholders>();
services.AddScoped<PagePictures>();
services.AddSingleton<Deliveries>();
services.AddSingleton<ColdQueue>();
services.AddSingleton<UnneededRecipes>();
services.AddSingleton<AcceptReading>();
services.AddSingleton<DeliveredPictures>();
services.AddSingleton<WarmDelivery>();
services.AddScoped<PictureFinder>();
services.AddDataProtection();
services.AddSingleton<IConfigureOptions<KeyManagementOptions>, SecretKeys>();
services.AddSingleton<SecretKeeping>();
services.AddSingleton<PublishFolders>();
services.AddSingleton<TargetRegister>();
services.AddSingleton<KeptContents>();
services.AddSingleton<PublicationStart>();
services.AddScoped<ReadyFileFinder>();
services.AddScoped<PublicationPlanner>();
services.AddSingleton<IJobWork, PublicationJobs>();
services.AddScoped<RunStart>();
services.AddSingleton<LargePlans>();
services.AddSingleton<KnownTraits>();
services.AddScoped<SourceSelection>();
services.AddSingleton<BoardRows>();
services.AddSingleton<BoardCells>();
services.AddScoped<BoardSelection>();
services.AddHostedService<BoardReadying>();
services.AddScoped<Framings>();
services.AddRendering();
services.AddSingleton<RunQueue>();
services.AddSingleton<VariantRendering>();
services.AddSingleton<IJobWork, RunJobs>();
services.AddSingleton<IJobWork, PackageJobs>();
services.AddSingleton<ComposingActs>();
services.AddSingleton<IJobWork, ActJobs>();
services.AddSingleton<IJobWork, IntakeJobs>();
services.AddSingleton<SiteFiles>();
services.AddSingleton<SitePreviews>();
services.AddSingleton<SiteWays>();
services.AddSingleton<SitePages>();
services.AddSingleton(FetchBounds.Usual);
services.AddSingleton<HostLookup>(System.Net.Dns.GetHostAddressesAsync);
services.AddSingleton<SiteFetcher>();
services.AddSingleton<SiteChecker>();
services.AddSingleton<BetterFiles>();
services.AddSingleton<SavingsMaker>();
services.AddScoped<SiteCheckStart>();
services.AddScoped<SiteIntake>();
services.AddScoped<SiteSlots>();
services.AddScoped<SiteCheckHistory>();
services.AddSingleton<SiteCheckBin>();
services.AddSingleton<IJobWork, SiteCheckJobs>();
services.AddSingleton<WakeSignal>();
services.AddSingleton<JobControl>();
services.AddSingleton<JobWatch>();
services.AddHostedService<JobRunner>();
services.AddScoped<Bin>();
services.AddScoped<VariantFiles>();
services.AddScoped<MissingFiles>();
services.AddScoped<AdHocBuilder>();
services.AddScoped<PackedFiles>();
services.AddScoped<SitePackageFiles>();
services.AddScoped<PackageBuilder>();
services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.Converters.Add(new TransparencyPolicyConverter());
    json.SerializerOptions.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
    json.SerializerOptions.IgnoreReadOnlyProperties = true;
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    json.SerializerOptions.RespectNullableAnnotations = true;
    json.SerializerOptions.RespectRequiredConstructorParameters = true;
    StrictJson.Apply(json.SerializerOptions);
});
services.AddOpenApi("v1", OpenApiShape.Apply);
services.AddProblemDetails();
// One that fails says so and goes on; it does not take the server with it.
services.Configure<HostOptions>(host => host.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);

var app = builder.Build();
app.UseDeliveryAlone(deliveryAddresses);
var warm = app.Services.GetRequiredService<WarmDelivery>();
app.Use(next => context => warm.InvokeAsync(context, next));
app.UseMiddleware<RequestGuard>();
app.UseExceptionHandler(FaultResponse.Options);
app.UseStatusCodePages(StatusAnswer.ExecuteAsync);
app.UseMiddleware<RepeatedRequests>();
// Pictures are asked for by the thousand, and are none of the pages' own files.
app.UseWhen(context => !DeliveryAddress.IsOne(context.Request.Path), own => own.UseStaticFiles(ClientFiles.Options));
app.UseRouting();
app.MapOpenApi("/openapi/{documentName}.json");
app.MapInterfacePage();
app.MapHealth();
app.MapSources();
app.MapReplacements();
app.MapComposed();
app.MapWatching();
app.MapNaming();
app.MapDestinations();
app.MapExamples();
app.MapAdHoc();
app.MapDrafts();
app.MapDevices();
app.MapScreenshots();
app.MapFonts();
app.MapFramings();
app.MapCopies();
app.MapReview();
app.MapSubjects();
app.MapPlans();
app.MapCoverage();
app.MapBoard();
app.MapRuns();
app.MapJobs();
app.MapActs();
app.MapVariants();
app.MapTreatments();
app.MapColours();
app.MapWeighing();
app.MapWorst();
app.MapTotals();
app.MapPackages();
app.MapMarkup();
app.MapProof();
app.MapDelivery();
app.MapPictures();
app.MapTargets();
app.MapPublications();
app.MapSiteChecks();
app.MapSpace();
// Slot ids have dots, so the usual rule that a dot means a file does not hold. What is asked for by scripts is never answered with a page.
app.MapFallbackToFile("/", "index.html", ClientFiles.Options).ExcludeFromDescription();
app.MapFallbackToFile("{**path:regex(^(?!(api|pictures|assets|schemas|openapi|docs|healthz)(/|$)).*$)}", "index.html", ClientFiles.Options)
    .ExcludeFromDescription();

try
{
    StartUp.CheckAddresses(app.Configuration, ownAddresses, deliveryAddresses);
    await StartUp.PrepareAsync(app.Services, app.Lifetime.ApplicationStopping);
}
catch (OperationCanceledException) when (app.Lifetime.ApplicationStopping.IsCancellationRequested)
{
    return 0;
}
catch (Exception problem) when (problem is InvalidDataException || StorageFull.Is(problem))
{
    Console.Error.WriteLine(problem is InvalidDataException ? problem.Message : DiskFull.Sentence);
    return 2;
}

await app.StartAsync();
Console.WriteLine($"Pantomet is ready: {string.Join(" ", app.Urls)}");
await app.WaitForShutdownAsync();
return 0;

/// <summary>Named, so that tests can start the same application.</summary>
public partial class Program;
