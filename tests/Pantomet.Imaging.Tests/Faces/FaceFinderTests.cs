using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Faces;
using Pantomet.Imaging.Sources;
using Pantomet.Imaging.Tests.Sources;

namespace Pantomet.Imaging.Tests.Faces;

public sealed class FaceFinderTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("pantomet-faces-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public void Finds_the_faces_in_the_photographs_and_none_where_there_are_none()
    {
        foreach (var picture in Photograph.All)
        {
            var faces = picture.Propose().Proposal.Faces;
            var expected = picture.Name is "skimage-astronaut.jpg" or "skimage-camera.jpg" ? 1 : 0;
            Assert.True(faces.Count == expected, $"{picture.Name}: {faces.Count} faces");
        }
    }

    [Fact]
    public void A_face_lies_where_it_is_and_looks_where_it_looks()
    {
        var (size, proposal) = Photograph.Named("skimage-astronaut.jpg").Propose();
        var face = Assert.Single(proposal.Faces);
        // By eye: from the brow to the chin, about the middle of 0.43 across and 0.24 down.
        Assert.InRange(face.Area.Centre.X / size.Width, 0.38, 0.48);
        Assert.InRange(face.Area.Centre.Y / size.Height, 0.19, 0.29);
        Assert.True(face.Nose.Y > face.Eyes.Y);
        // The photographer's eye is at his camera, at the right.
        var looking = Assert.Single(Photograph.Named("skimage-camera.jpg").Propose().Proposal.Faces);
        Assert.True(looking.Nose.X > looking.Eyes.X + (0.08 * looking.Area.Width));
    }

    // The same portrait side by side, at several sizes, to the edges of the picture.
    [Theory]
    [InlineData(1600, 900, "5,40,180;290,260,140;820,30,260;1340,480,240")]
    [InlineData(900, 1600, "40,60,300;500,700,220;300,1200,260")]
    [InlineData(3000, 700, "20,200,240;900,120,200;1700,300,220;2700,260,260")]
    public void In_a_group_every_face_is_found_and_none_is_cut_in_a_shape_that_can_hold_all(int width, int height, string heads)
    {
        using var picture = Group(width, height, heads);
        var size = new PixelSize(width, height);
        var proposal = Photograph.Propose(picture, size);
        var wanted = heads.Split(';').Select(one => one.Split(',').Select(int.Parse).ToArray()).ToList();
        Assert.Equal(wanted.Count, proposal.Faces.Count);
        foreach (var shape in (string[])["1:1", "5:4", "4:5", "9:16", "3:1"])
        {
            var slot = Demo.Plain(shape, PictureFormat.Jpeg);
            var crop = SlotCrop.For(slot, null, new FramedPicture(Demo.Photograph(size), SourceFraming.None, proposal)).Area;
            var must = proposal.Subject!.Value;
            if (crop.Width >= must.Width && crop.Height >= must.Height)
                Assert.All(proposal.Faces, face => Assert.Equal(face.Area.Size.Count, CoveredParts.Shared(face.Area, crop)));
        }
    }

    [Fact]
    public void Pictures_of_any_kind_are_looked_at_without_harm()
    {
        using var portrait = Image.NewFromFile(Photograph.Named("skimage-astronaut.jpg").Path).CopyMemory();
        using var upsideDown = portrait.Rot180();
        using var grey = portrait.Colourspace(Enums.Interpretation.Bw);
        using var transparent = portrait.Bandjoin([200]);
        using var mirrored = portrait.FlipHor();
        foreach (var (picture, finds) in (List<(Image, bool)>)[(grey, true), (transparent, true), (mirrored, true), (upsideDown, false)])
        {
            var proposal = Photograph.Propose(picture.CopyMemory(), new PixelSize(5120, 5120));
            Assert.True(!finds || proposal.Faces.Count == 1);
            Assert.All(proposal.Faces, face => Assert.True(face.Area.LiesIn(new PixelSize(5120, 5120))));
        }

        foreach (var (width, height) in (List<(int, int)>)[(1, 1), (1, 400), (1920, 13)])
        {
            using var odd = portrait.Resize((double)width / portrait.Width, vscale: (double)height / portrait.Height).CopyMemory();
            var size = new PixelSize(width * 15, height * 15);
            var proposal = Photograph.Propose(odd, size);
            Assert.True(proposal.Subject is not { } subject || subject.LiesIn(size));
        }
    }

    // Without the model everything goes on: what stands out decides alone.
    [Theory]
    [InlineData("missing")]
    [InlineData("truncated")]
    [InlineData("of another version")]
    [InlineData("no model at all")]
    public void A_model_that_cannot_be_loaded_is_said_and_nothing_fails(string how)
    {
        var path = Path.Combine(folder, "faces.onnx");
        var shipped = File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "Faces", "faces.onnx"));
        if (how == "truncated")
            File.WriteAllBytes(path, shipped[..(shipped.Length / 2)]);
        if (how == "of another version")
            File.WriteAllBytes(path, [.. shipped, 0]);
        if (how == "no model at all")
            File.WriteAllText(path, "a sentence");
        using var finder = FaceFinder.With(path);
        Assert.NotNull(finder.Problem);
        using var portrait = Image.NewFromFile(Photograph.Named("skimage-astronaut.jpg").Path).CopyMemory();
        using var seen = SeenPicture.Of(portrait);
        var proposal = SubjectFinder.Propose(seen, seen.ToPlane(), new PixelSize(512, 512), finder);
        Assert.Empty(proposal.Faces);
        Assert.NotNull(proposal.Focus);
        Assert.Null(FaceFinder.Shared.Problem);
    }

    private static Image Group(int width, int height, string heads)
    {
        using var portrait = Image.NewFromFile(Photograph.Named("skimage-astronaut.jpg").Path);
        // Head and collar.
        using var head = portrait.Crop(120, 0, 210, 210).CopyMemory();
        var ground = (Image.Black(width, height, bands: 3) + new double[] { 190, 195, 205 }).Cast(Enums.BandFormat.Uchar)
            .Copy(interpretation: Enums.Interpretation.Srgb);
        foreach (var one in heads.Split(';').Select(text => text.Split(',').Select(int.Parse).ToArray()))
            ground = ground.Insert(head.Resize(one[2] / 210.0), one[0], one[1]);
        return ground.Crop(0, 0, width, height).CopyMemory();
    }
}
