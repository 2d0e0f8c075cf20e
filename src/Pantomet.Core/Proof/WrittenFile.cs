using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Proof;

/// <summary>What a written file turned out to be when it was opened again.</summary>
/// <param name="Format">By content.</param>
/// <param name="Size">In pixels.</param>
/// <param name="Bytes">Length of the file.</param>
/// <param name="Colour">How its numbers are meant.</param>
/// <param name="ColourProfile">Description in the embedded profile; null when none is embedded.</param>
/// <param name="HasAlpha">Whether there is a transparency channel.</param>
/// <param name="Frames">1, or those of an animation.</param>
/// <param name="Rights">The rights fields in it.</param>
/// <param name="Description">The description in it.</param>
/// <param name="Camera">Make and model of a camera in it.</param>
/// <param name="HasGeolocation">Whether it says where it was taken.</param>
public sealed record WrittenFile(
    PictureFormat Format,
    PixelSize Size,
    ByteCount Bytes,
    ColourModel Colour,
    string? ColourProfile,
    bool HasAlpha,
    int Frames,
    RightsFields Rights,
    string Description,
    string Camera,
    bool HasGeolocation);
