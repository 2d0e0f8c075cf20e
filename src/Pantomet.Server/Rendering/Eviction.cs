namespace Pantomet.Server.Rendering;

/// <summary>Sees to it every few minutes that rendered files take no more room than the owner allows.</summary>
internal sealed class Eviction(RenderedFileStore files, TimeProvider clock, ILogger<Eviction> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMinutes(5);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every, clock);
        do
        {
            try
            {
                if (await files.MakeRoomAsync(stoppingToken) is > 0 and var freed)
                    log.LogInformation(
                        "Let go of {Bytes} bytes of rendered files that were not used for long; they are made again when they are wanted",
                        freed);
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                log.LogError(problem, "Could not make room");
            }
        }
        while (await timer.WaitForNextTickAsync(stoppingToken));
    }
}
