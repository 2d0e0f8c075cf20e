using BitFaster.Caching.Lru;

namespace Pantomet.Server.Publishing;

/// <summary>Recipes of which another format serves as well with fewer bytes, so that nobody tries them again and again.</summary>
internal sealed class UnneededRecipes
{
    private const int Remembered = 20_000;
    private readonly ConcurrentLru<string, bool> known = new(Remembered);

    public bool Contains(string recipe) => known.TryGet(recipe, out _);

    public void Add(string recipe) => known.AddOrUpdate(recipe, true);
}
