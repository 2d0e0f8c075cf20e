using Pantomet.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.SiteCheck;

namespace Pantomet.Server.Rendering;

/// <summary>Puts the renderer together for this server.</summary>
internal static class RenderingServices
{
    // Pixels of all sources that somebody works on, however many cores there are; runs leave room for who looks at the screen.
    private const long MaxOpenBytes = 800_000_000;
    private const long MaxRunBytes = 480_000_000;

    // What making files takes besides: as many small ones as there are cores, or a few large ones.
    private const long MaxWorkingBytes = 480_000_000;

    public static void AddRendering(this IServiceCollection services)
    {
        services.AddSingleton<RenderedFileIndex>();
        services.AddSingleton<IRenderedFiles>(provider => provider.GetRequiredService<RenderedFileIndex>());
        services.AddSingleton<ISourceFiles, RenderedInputs>();
        services.AddSingleton(_ => new OpenSources(MaxOpenBytes, MaxRunBytes));
        services.AddSingleton(_ => new RenderSeats(RunJobs.AtOnce, MaxWorkingBytes));
        services.AddSingleton(
            provider => ActivatorUtilities.CreateInstance<RenderService>(provider, provider.GetRequiredService<DataFolder>().Variants));
        services.AddSingleton<PreparedPictures>();
        services.AddSingleton<RenderedFileStore>();
        services.AddSingleton<FileThumbnails>();
        services.AddHostedService<Eviction>();
    }
}
