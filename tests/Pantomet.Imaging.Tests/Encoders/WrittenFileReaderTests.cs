using NetVips;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>What lies on the disk is what was made, to its last pixel, or it is said.</summary>
public sealed class WrittenFileReaderTests
{
    [Theory]
    [InlineData(PictureFormat.Jpeg, true)]
    [InlineData(PictureFormat.WebP, true)]
    [InlineData(PictureFormat.Png, false)]
    public void A_file_cut_short_is_found_whether_its_whole_was_read_in_scoring_or_not(PictureFormat format, bool wasRead)
    {
        using var folder = new TemporaryFolder();
        var made = Making.One(Demo.Source("hill-flight.jpg"), Demo.Plain("3:2", format, 300));
        Assert.Equal(wasRead, made.WasRead);
        var whole = folder.Write("whole", made.File);
        Assert.Equal(made.File.LongLength, WrittenFileReader.Read(whole, made.File).Bytes.Bytes);
        var cut = folder.Write("cut", made.File[..(made.File.Length * 2 / 3)]);
        Assert.ThrowsAny<VipsException>(() => WrittenFileReader.Read(cut, made.File));
        Assert.ThrowsAny<VipsException>(() => WrittenFileReader.Read(cut));
    }
}
