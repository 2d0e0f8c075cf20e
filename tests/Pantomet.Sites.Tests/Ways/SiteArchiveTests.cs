using System.IO.Compression;
using System.Text;
using Pantomet.Core.Findings;
using Pantomet.Sites.Ways;

namespace Pantomet.Sites.Tests.Ways;

/// <summary>ZIPs as strangers pack them.</summary>
public sealed class SiteArchiveTests
{
    [Fact]
    public void Files_are_named_from_the_sites_own_folder_on()
    {
        var archive = new SiteArchive(Packed(("site/www/index.html", "a"), ("site/www/img/kite.jpg", "bc"), ("site/www/", "")), new());

        Assert.Equal([("index.html", "a"), ("img/kite.jpg", "bc")], archive.Files().Select(file => (file.Path, Text(file))));
        Assert.Empty(archive.LeftOut);
    }

    [Theory]
    [InlineData("../kite.jpg")]
    [InlineData("img/../../kite.jpg")]
    [InlineData("/etc/kite.jpg")]
    [InlineData("img\\kite.jpg")]
    [InlineData("C:/kite.jpg")]
    [InlineData("img//kite.jpg")]
    [InlineData("img/./kite.jpg")]
    [InlineData("img/kite\n.jpg")]
    public void What_leads_out_of_it_is_left_out_and_the_rest_is_read(string name)
    {
        var archive = new SiteArchive(Packed((name, "x"), ("index.html", "a")), new());

        Assert.Equal(["index.html"], archive.Files().Select(file => file.Path));
        Assert.Equal(name, Assert.Single(archive.LeftOut).Path);
    }

    [Fact]
    public void A_link_and_a_second_file_of_one_name_are_left_out()
    {
        var archive = new SiteArchive(Packed(("index.html", "a"), ("index.html", "b"), ("away", "/etc/passwd")), new());

        Assert.Equal(["a"], archive.Files().Select(Text));
        Assert.Equal(["index.html", "away"], archive.LeftOut.Select(file => file.Path));
    }

    // A hundred megabytes of nothing take a hundred kilobytes.
    [Fact]
    public void A_bomb_is_stopped_as_it_comes_out_whatever_it_says_of_itself()
    {
        var nothing = new string('0', 3_000_000);
        var zip = Packed(("a.html", nothing), ("b.html", nothing));
        Assert.True(zip.Length < 20_000);

        var ofFile = new SiteArchive(zip, new(FileBytes: 2_000_000));
        var ofAll = new SiteArchive(zip, new(Bytes: 5_000_000));

        Assert.Equal("archive-too-large", Assert.Throws<UnreadableException>(() => ofFile.Files().Select(Text).ToList()).Id);
        Assert.Equal("archive-too-large", Assert.Throws<UnreadableException>(() => ofAll.Files().Select(Text).ToList()).Id);
    }

    [Fact]
    public void Too_many_files_are_refused_before_one_is_read()
    {
        var archive = new SiteArchive(Packed([.. Enumerable.Range(0, 6).Select(number => ($"{number}.html", "a"))]), new(Files: 5));

        Assert.Equal("archive-too-large", Assert.Throws<UnreadableException>(() => archive.Files().First()).Id);
    }

    [Fact]
    public void What_is_no_archive_or_breaks_off_says_so()
    {
        var whole = Packed(("index.html", "a"), ("b.html", "b")).ToArray();
        foreach (var content in new[] { Encoding.UTF8.GetBytes("<html>"), [], whole[..^30] })
        {
            var archive = new SiteArchive(new MemoryStream(content), new());
            Assert.Equal("archive-damaged", Assert.Throws<UnreadableException>(() => archive.Files().Select(Text).ToList()).Id);
        }
    }

    [Fact]
    public void Bytes_that_were_changed_in_it_say_so()
    {
        var content = Packed(("index.html", string.Join(' ', Enumerable.Range(0, 2000)))).ToArray();
        for (var at = 60; at < 90; at++)
            content[at] ^= 0xff;
        var archive = new SiteArchive(new MemoryStream(content), new());

        Assert.Equal("archive-damaged", Assert.Throws<UnreadableException>(() => archive.Files().Select(Text).ToList()).Id);
    }

    [Fact]
    public void Of_a_folder_links_are_not_followed()
    {
        var folder = Directory.CreateTempSubdirectory("site-");
        try
        {
            var inside = folder.CreateSubdirectory("www").CreateSubdirectory("img");
            File.WriteAllText(Path.Combine(inside.FullName, "kite.jpg"), "x");
            File.CreateSymbolicLink(Path.Combine(inside.FullName, "away.jpg"), "/etc/hostname");
            Directory.CreateSymbolicLink(Path.Combine(inside.FullName, "circle"), folder.FullName);

            Assert.Equal(["img/kite.jpg"], SiteFolder.Files(Path.Combine(folder.FullName, "www")).Select(file => file.Path));
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    private static string Text(SiteFile file)
    {
        using var reader = new StreamReader(file.Open());
        return reader.ReadToEnd();
    }

    private static MemoryStream Packed(params (string Name, string Content)[] files)
    {
        var zip = new MemoryStream();
        using (var archive = new ZipArchive(zip, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, content) in files)
            {
                var entry = archive.CreateEntry(name);
                if (name == "away")
                    entry.ExternalAttributes = 0xA1FF << 16;
                using var writer = new StreamWriter(entry.Open());
                writer.Write(content);
            }
        }

        zip.Position = 0;
        return zip;
    }
}
