using Pantomet.Core.Kernels.Edges;

namespace Pantomet.Server.Destinations;

/// <summary>The last screenshots that somebody measures on. In memory only: a screenshot is of no use once it is measured.</summary>
internal sealed class Screenshots
{
    private const int Kept = 4;
    private readonly Lock gate = new();
    private readonly LinkedList<(string Id, LuminancePlane Plane)> recent = new();

    /// <summary>Keeps one, and forgets the oldest.</summary>
    /// <param name="plane">Its pixels.</param>
    /// <returns>Its id.</returns>
    public string Add(LuminancePlane plane)
    {
        var id = Guid.NewGuid().ToString("N");
        lock (gate)
        {
            recent.AddFirst((id, plane));
            if (recent.Count > Kept)
                recent.RemoveLast();
        }

        return id;
    }

    /// <summary>One that was added not long ago.</summary>
    /// <param name="id">As given when it was added.</param>
    public LuminancePlane? Find(string id)
    {
        lock (gate)
            return recent.FirstOrDefault(one => one.Id == id).Plane;
    }
}
