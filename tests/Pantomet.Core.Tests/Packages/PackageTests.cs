using System.Text;
using Pantomet.Core.Packages;

namespace Pantomet.Core.Tests.Packages;

public sealed class PackageTests
{
    [Fact]
    public void Files_lie_by_destination_and_slot_and_never_share_a_path()
    {
        var layout = new PackageLayout();
        var folder = layout.FolderFor(layout.FolderFor("", "Stallholders' Hall"), "main photo");
        Assert.Equal("stallholders-hall/main-photo/kite.jpg", layout.PathFor(folder, "kite.jpg"));
        Assert.Equal("stallholders-hall/main-photo/kite-2.jpg", layout.PathFor(folder, "kite.jpg"));
        Assert.Equal("stallholders-hall/main-photo/kite.webp", layout.PathFor(folder, "kite.webp"));
    }

    [Theory]
    [InlineData("../../evil")]
    [InlineData("/etc")]
    [InlineData("..")]
    public void No_name_leaves_the_package(string name)
    {
        var path = new PackageLayout().PathFor(new PackageLayout().FolderFor("", name), name);
        Assert.DoesNotContain("..", path, StringComparison.Ordinal);
        Assert.False(path.StartsWith('/'));
    }

    // Microsoft, "Naming Files, Paths, and Namespaces" (from memory): names of devices are no names of files or folders.
    [Theory]
    [InlineData("con")]
    [InlineData("COM1")]
    [InlineData("Aux")]
    public void No_folder_or_file_bears_the_name_of_a_device(string name)
    {
        var path = new PackageLayout().PathFor(new PackageLayout().FolderFor("", name), $"{name}.jpg");
        Assert.All(
            path.Split('/'), part => Assert.Null(Pantomet.Core.Destinations.NamePattern.Unfit(Path.GetFileNameWithoutExtension(part))));
    }

    // The format is that of GNU coreutils: the hash, two spaces, the name.
    [Fact]
    public void Checksums_are_a_line_for_each_file() =>
        Assert.Equal(
            "00  a/b/kite.jpg\n11  manifest.json\n",
            Encoding.UTF8.GetString(Checksums.Of([("a/b/kite.jpg", "00"), ("manifest.json", "11")])));

    [Fact]
    public void The_contact_sheet_shows_every_file_says_what_is_missing_and_lets_no_name_become_a_tag()
    {
        var entry = new ManifestEntry(
            "a/b/kite.jpg", "kite.jpg", "00", "<Stall>", "photo", 10, 20, "image/jpeg", 300, null, "11", "A \"red\" kite");
        var page = Encoding.UTF8.GetString(
            ContactSheet.Of([entry], [new MissingEntry("spool", "Stall", "photo", "It is <b>small</b>.")], ["a/b/old.jpg"]));
        Assert.Contains("src=\"a/b/kite.jpg\" alt=\"A &quot;red&quot; kite\"", page, StringComparison.Ordinal);
        Assert.Contains("It is &lt;b&gt;small&lt;/b&gt;.", page, StringComparison.Ordinal);
        Assert.Contains("<td>a/b/old.jpg", page, StringComparison.Ordinal);
        Assert.DoesNotContain("<Stall>", page, StringComparison.Ordinal);
        Assert.DoesNotContain("http", page, StringComparison.Ordinal);
    }
}
