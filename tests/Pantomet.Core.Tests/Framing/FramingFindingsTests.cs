using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Framing;

public sealed class FramingFindingsTests
{
    private static readonly PixelSize Camera = new(3600, 2400);

    private static List<Finding> Of(string ratio, PixelRect subject, double breathing, params KeepClearZone[] zones)
    {
        Assert.True(AspectRatio.TryParse(ratio, out var parsed));
        var wishes = new CropCriteria(Camera, 0, parsed, subject.Centre) { Subject = subject, Breathing = breathing, Zones = zones };
        return [.. FramingFindings.Of(wishes, AutomaticCrop.For(wishes), false, false)];
    }

    [Fact]
    public void Nothing_is_said_where_every_wish_is_met() => Assert.Empty(Of("1:1", new PixelRect(2448, 192, 720, 864), 0.05));

    [Fact]
    public void Says_how_much_of_the_subject_is_cut_on_which_side_and_what_the_shape_holds()
    {
        // 9:16 of 2,400 rows holds 1,350 columns of 2,340: 990 are lost, half of them on each side.
        var cut = Assert.Single(Of("9:16", new PixelRect(828, 192, 2340, 1800), 0));
        Assert.Equal(("subject-cut", Severity.Warn), (cut.Id, cut.Severity));
        Assert.Equal(
            "The crop cuts 21 % off the left and 21 % off the right of the subject. The crop holds 1,350 px of its 2,340.", cut.Sentence);
    }

    [Fact]
    public void Says_what_a_zone_covers()
    {
        var strip = new KeepClearZone("reply field", ZoneForm.Rectangle, 0, 0.75, 1, 0.25);
        // Rows 1,200 to 2,400 of a crop of 2,400, of which the lower 600 are covered: half of the subject.
        var covered = Assert.Single(Of("3:2", new PixelRect(0, 1200, 3600, 1200), 0, strip));
        Assert.Equal("\"reply field\" covers 50 % of the subject.", covered.Sentence);
    }

    [Fact]
    public void A_zone_that_covers_everything_is_named_and_not_counted()
    {
        var all = new KeepClearZone("veil", ZoneForm.Rectangle, 0, 0, 1, 1);
        Assert.Equal(["nothing-clear"], Of("1:1", new PixelRect(2448, 192, 720, 864), 0, all).Select(finding => finding.Id));
    }

    [Fact]
    public void Says_where_there_is_too_little_room_unless_the_picture_itself_ends_there()
    {
        // 1:1 holds 2,400 columns; the subject has 2,300, so 50 are left on each side of the 230 that are wished for.
        var little = Assert.Single(Of("1:1", new PixelRect(600, 500, 2300, 900), 0.1));
        Assert.Equal(("little-room", Severity.Note), (little.Id, little.Severity));
        Assert.Contains("50 px of room at the left; 230 px", little.Sentence, StringComparison.Ordinal);
        Assert.Empty(Of("3:2", new PixelRect(0, 0, 900, 900), 0.1));
    }

    [Fact]
    public void Nobody_is_warned_about_what_nobody_has_confirmed()
    {
        var half = new KeepClearZone("veil", ZoneForm.Rectangle, 0, 0, 1, 0.5);
        var wishes = new CropCriteria(
            Camera, 0, new AspectRatio(9, 16), new PixelPoint(1800, 1200))
        { Subject = new PixelRect(0, 0, 3600, 2400), Breathing = 0.1, Zones = [half] };
        var crop = AutomaticCrop.For(wishes);
        Assert.NotEmpty(FramingFindings.Of(wishes, crop, isPadded: false, isProposed: false));
        Assert.Empty(FramingFindings.Of(wishes, crop, isPadded: false, isProposed: true));
    }
}
