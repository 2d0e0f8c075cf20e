using Pantomet.Core.Publishing;
using Polly;
using Polly.Retry;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>Asks a target again for what may pass: a lost connection, a store that is busy.</summary>
/// <param name="target">The target.</param>
internal sealed class PatientTarget(ITargetFiles target) : ITargetFiles
{
    private const int Attempts = 4;
    private static readonly TimeSpan FirstWait = TimeSpan.FromMilliseconds(250);

    private static readonly ResiliencePipeline Patience = new ResiliencePipelineBuilder().AddRetry(new RetryStrategyOptions
    {
        ShouldHandle = new PredicateBuilder().Handle<TargetFaultException>(fault => fault.Kind == TargetFault.Passing),
        MaxRetryAttempts = Attempts,
        Delay = FirstWait,
        BackoffType = DelayBackoffType.Exponential,
        UseJitter = true,
    }).Build();

    public int AtOnce => target.AtOnce;

    public bool Takes(FileRole role) => target.Takes(role);

    public Task<IReadOnlyDictionary<string, long>> LengthsAsync(IReadOnlyCollection<string> paths, CancellationToken cancel) =>
        Again(stop => target.LengthsAsync(paths, stop), cancel);

    public Task<bool> ReadAsync(string path, Stream into, CancellationToken cancel)
    {
        var start = into.Position;
        return Again(
            stop =>
            {
                into.SetLength(start);
                into.Position = start;
                return target.ReadAsync(path, into, stop);
            },
            cancel);
    }

    public Task<bool> PutAsync(TargetFile file, bool replaces, CancellationToken cancel) =>
        Again(stop => target.PutAsync(file, replaces, stop), cancel);

    public Task RemoveAsync(string path, CancellationToken cancel) => Again(
        async stop =>
        {
            await target.RemoveAsync(path, stop);
            return true;
        },
        cancel);

    public Task ClearAsync(string path, CancellationToken cancel) => Again(
        async stop =>
        {
            await target.ClearAsync(path, stop);
            return true;
        },
        cancel);

    public ValueTask DisposeAsync() => target.DisposeAsync();

    private static async Task<T> Again<T>(Func<CancellationToken, Task<T>> work, CancellationToken cancel) =>
        await Patience.ExecuteAsync(async stop => await work(stop), cancel);
}
