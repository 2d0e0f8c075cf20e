using Pantomet.Rendering;
using Pantomet.Server.Packages;

namespace Pantomet.Server.Maintenance;

/// <summary>Copies the files that a database names from one data folder to another, each checked against its hash.</summary>
internal sealed class FileCopies(DataFolder from, DataFolder to)
{
    private readonly List<string> problems = [];
    private long bytes;

    /// <summary>Copies what is not there yet.</summary>
    /// <param name="databasePath">Names the files.</param>
    public BackupReport Copy(string databasePath)
    {
        var originals = Read(databasePath, "SELECT Id, FileName FROM Sources", row => (Sha256: row[0], Name: row[1]))
            .Count(file => Kept(from.Originals, to.Originals, file.Sha256, $"the original {file.Name}"));
        var variants = Read(databasePath, RenderedIn(databasePath), row => (Sha256: row[0], Name: row[1]))
            .Count(file => Kept(from.Variants, to.Variants, file.Sha256, file.Name));
        // What is no longer kept cannot be put back any more, and that is no loss of the library's.
        if (Has(databasePath, "PublicationChanges"))
            foreach (var former in Read(databasePath, FormersIn, row => row[0]).Where(former => ContentStore.Holds(from.Published, former)))
                Kept(from.Published, to.Published, former, former);
        if (Has(databasePath, "Fonts"))
            foreach (var (copy, name) in Read(databasePath, "SELECT Copy, Name FROM Fonts", row => (row[0], row[1])))
                Kept(from.Fonts, to.Fonts, copy, $"the font {name}");
        if (Has(databasePath, "SitePictures"))
            foreach (var (sha256, address) in Read(databasePath, SiteFilesIn, row => (row[0], row[1])))
                Kept(from.SiteFiles, to.SiteFiles, sha256, $"the picture {address}");
        // A package that was cleared away is no loss: it can be made again.
        var packages = Read(databasePath, PackagesIn(databasePath), row => row[0])
            .Count(id => File.Exists(PackageBuilder.PathOf(from, id)) &&
                Place(PackageBuilder.PathOf(from, id), PackageBuilder.PathOf(to, id)));
        return new BackupReport(originals, variants, packages, bytes, problems);
    }

    // A backup may be older than some tables.
    private static bool Has(string databasePath, string table) =>
        Read(databasePath, $"SELECT name FROM sqlite_master WHERE type = 'table' AND name = '{table}'", row => row[0]).Count > 0;

    private const string FormersIn = "SELECT DISTINCT FormerSha256 FROM PublicationChanges WHERE FormerSha256 IS NOT NULL";

    private const string SiteFilesIn = "SELECT Sha256, MIN(Address) FROM SitePictures WHERE Sha256 IS NOT NULL GROUP BY Sha256";

    private static string PackagesIn(string databasePath) => Has(databasePath, "Jobs")
        ? "SELECT Id FROM Jobs WHERE Kind = 'Package' AND State = 'Done'"
        : "SELECT Id FROM Packages WHERE State = 'Done'";

    private static string RenderedIn(string databasePath) =>
        Has(databasePath, "RenderedFiles")
            ? "SELECT file.Sha256, MIN(COALESCE(variant.FileName, file.Encoding)) FROM RenderedFiles file " +
                "LEFT JOIN Variants variant ON variant.FileSequence = file.Sequence WHERE NOT file.IsEvicted GROUP BY file.Sha256"
            : "SELECT Sha256, MIN(FileName) FROM Variants WHERE Sha256 IS NOT NULL GROUP BY Sha256";

    private bool Kept(string source, string target, string sha256, string name)
    {
        var place = ContentStore.PathOf(target, sha256);
        if (File.Exists(place) && ContentStore.Holds(target, sha256))
            return true;
        if (!ContentStore.Holds(source, sha256))
        {
            problems.Add(
                File.Exists(ContentStore.PathOf(source, sha256))
                    ? $"{name} was altered on the disk: its bytes are not those that its hash names."
                    : $"{name} is not on the disk any more.");
            return false;
        }

        return Place(ContentStore.PathOf(source, sha256), place);
    }

    private bool Place(string path, string place)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(place)!);
        var aside = place + ".new";
        File.Copy(path, aside, overwrite: true);
        File.Move(aside, place, overwrite: true);
        bytes += new FileInfo(place).Length;
        return true;
    }

    private static List<T> Read<T>(string databasePath, string query, Func<string[], T> read)
    {
        using var database = Backup.Open(databasePath);
        using var command = database.CreateCommand();
        command.CommandText = query;
        using var rows = command.ExecuteReader();
        var found = new List<T>();
        while (rows.Read())
            found.Add(read([.. Enumerable.Range(0, rows.FieldCount).Select(rows.GetString)]));
        return found;
    }
}
