namespace Pantomet.Server.Publishing.Targets;

/// <summary>Where a file lies while it is on its way.</summary>
internal static class PartialName
{
    /// <summary>Beside its place, under a name that no slot makes and no page asks for.</summary>
    /// <param name="path">Of the file.</param>
    public static string Of(string path) => path[..(path.LastIndexOf('/') + 1)] + $".{path[(path.LastIndexOf('/') + 1)..]}.pantomet-part";
}
