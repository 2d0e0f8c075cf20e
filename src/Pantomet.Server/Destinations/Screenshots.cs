using BitFaster.Caching.Lru;
using Pantomet.Core.Kernels.Edges;

namespace Pantomet.Server.Destinations;

/// <summary>The last screenshots that somebody measures on. In memory only: a screenshot is of no use once it is measured.</summary>
internal sealed class Screenshots
{
    private const int Kept = 4;
    private readonly ClassicLru<string, LuminancePlane> recent = new(Kept);

    /// <summary>Keeps one, and forgets the one that was not looked at for longest.</summary>
    /// <param name="plane">Its pixels.</param>
    /// <returns>Its id.</returns>
    public string Add(LuminancePlane plane)
    {
        var id = Guid.NewGuid().ToString("N");
        recent.AddOrUpdate(id, plane);
        return id;
    }

    /// <summary>One that was added not long ago.</summary>
    /// <param name="id">As given when it was added.</param>
    public LuminancePlane? Find(string id) => recent.TryGet(id, out var plane) ? plane : null;
}
