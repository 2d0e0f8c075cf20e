namespace Pantomet.Core.Destinations;

/// <summary>What becomes of animated sources.</summary>
public enum AnimationPolicy
{
    /// <summary>Files are made from the first frame.</summary>
    FirstFrame,

    /// <summary>Kept animated in the formats that can: GIF and WebP.</summary>
    Keep,
}
