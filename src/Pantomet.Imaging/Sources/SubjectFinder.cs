using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Faces;

namespace Pantomet.Imaging.Sources;

/// <summary>Proposes a subject from what stands out in a picture and from the faces in it.</summary>
public static class SubjectFinder
{
    /// <summary>Proposes what must stay in a picture, and what is wished for beside it.</summary>
    /// <param name="seen">The picture.</param>
    /// <param name="plane">Of the same picture.</param>
    /// <param name="picture">Upright size of the source.</param>
    /// <param name="faces">Finds faces; where it cannot, what stands out decides alone.</param>
    public static SubjectProposal Propose(SeenPicture seen, LabPlane plane, PixelSize picture, FaceFinder faces) =>
        FaceRegion.Joined(SubjectSearch.In(plane, picture), faces.In(seen.Colour, picture), picture);
}
