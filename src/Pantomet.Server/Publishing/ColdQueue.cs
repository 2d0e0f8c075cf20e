namespace Pantomet.Server.Publishing;

/// <summary>Bounds how many different files are waited for that are not made yet. However many wait for one, it counts once.</summary>
internal sealed class ColdQueue
{
    /// <summary>As many as two processors make while somebody waits.</summary>
    public const int Most = 64;

    private readonly Lock gate = new();
    private readonly Dictionary<string, int> waiting = [];

    /// <summary>Lets somebody wait for a file.</summary>
    /// <param name="recipe">Hash of its recipe.</param>
    /// <returns>To be disposed of when it is there; null where too many are waited for.</returns>
    public IDisposable? TryEnter(string recipe)
    {
        lock (gate)
        {
            if (!waiting.TryGetValue(recipe, out var already) && waiting.Count >= Most)
                return null;
            waiting[recipe] = already + 1;
        }

        return new Place(this, recipe);
    }

    private void Leave(string recipe)
    {
        lock (gate)
        {
            if (--waiting[recipe] == 0)
                waiting.Remove(recipe);
        }
    }

    private sealed class Place(ColdQueue queue, string recipe) : IDisposable
    {
        public void Dispose() => queue.Leave(recipe);
    }
}
