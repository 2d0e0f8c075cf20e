namespace Pantomet.Server.Hosting;

/// <summary>What can be set from outside; each has a value that serves as it is.</summary>
/// <param name="DataFolder">Holds the database, originals, variants, previews and packages.</param>
/// <param name="MaxPixels">A picture that claims more is refused before it is decoded.</param>
/// <param name="MaxFileBytes">A file that is longer is refused while it arrives.</param>
/// <param name="DemoFolder">Sources and destinations of the demo; null for an empty library.</param>
/// <param name="WatchedFolder">What appears there is taken in; null for none.</param>
/// <param name="WatchEvery">Between two looks into it.</param>
/// <param name="MaxRenderedBytes">What rendered files may take together; those that were not used for longest go first. Null for no
/// end.</param>
public sealed record ServerSettings(
    string DataFolder, long MaxPixels, long MaxFileBytes, string? DemoFolder, string? WatchedFolder, TimeSpan WatchEvery,
    long? MaxRenderedBytes = null)
{
    private const long DefaultMostPixels = 300_000_000;
    private const long DefaultMostFileBytes = 1_000_000_000;
    private const long DefaultWatchMilliseconds = 1000;

    /// <summary>Reads options of the command line and variables of the environment, the former first.</summary>
    /// <param name="configuration">As ASP.NET Core collected it.</param>
    public static ServerSettings From(IConfiguration configuration)
    {
        string? Text(string option, string variable) =>
            configuration[option] is { Length: > 0 } given ? given : configuration[variable] is { Length: > 0 } set ? set : null;
        long Number(string option, string variable, long usual) =>
            Text(option, variable) is not { } text ? usual
            : long.TryParse(text, out var number) && number > 0 ? number
            : throw new InvalidOperationException($"{variable} must be a whole number above 0, but is \"{text}\".");

        var data = Path.GetFullPath(Text("data", "PANTOMET_DATA") ?? "data");
        return new ServerSettings(
            data,
            Number("most-pixels", "PANTOMET_MOST_PIXELS", DefaultMostPixels),
            Number("most-file-bytes", "PANTOMET_MOST_FILE_BYTES", DefaultMostFileBytes),
            Text("demo", "PANTOMET_DEMO") is { } demo ? Path.GetFullPath(demo) : null,
            Text("watch", "PANTOMET_WATCH") is { } watched ? Path.GetFullPath(watched) : null,
            TimeSpan.FromMilliseconds(Number("watch-every", "PANTOMET_WATCH_EVERY", DefaultWatchMilliseconds)),
            Number("max-rendered-bytes", "PANTOMET_MAX_RENDERED_BYTES", 0) is > 0 and var max ? max : null);
    }
}
