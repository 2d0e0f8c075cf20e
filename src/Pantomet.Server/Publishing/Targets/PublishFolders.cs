using Pantomet.Core.Findings;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>Which folders of this machine may be published to: <c>PANTOMET_PUBLISH_FOLDERS</c>, one after the other with colons.</summary>
/// <remarks>Where nobody else reaches the server, any that its user may write to. Where others do, only those that were named.</remarks>
internal sealed class PublishFolders(IConfiguration configuration, DataFolder data)
{
    private readonly IReadOnlyList<string> named =
    [
        .. (configuration["publish-folders"] ?? configuration["PANTOMET_PUBLISH_FOLDERS"] ?? "")
            .Split(':', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Select(Path.GetFullPath),
    ];

    private readonly bool areOthersThere = Addresses.AreOpenToAll(configuration);

    /// <summary>Why a target's folder may not be published to; null where it may, or the target is none.</summary>
    /// <param name="place">Of the target.</param>
    public Refusal? Problem(TargetPlace place)
    {
        if (place is not { Kind: TargetKind.Folder, Folder: { } folder })
            return null;
        if (Holds(data.Root, folder) || Holds(folder, data.Root))
            return Refusal.Invalid("folder", "That is where Pantomet keeps its own files. Take another folder.");
        if (named.Count == 0 && !areOthersThere)
            return null;
        return named.Any(one => Holds(one, folder))
            ? null
            : Refusal.Invalid(
                "folder",
                named.Count == 0
                    ? "Others can reach this server, so it publishes only to folders that its owner named. Start it with " +
                        "PANTOMET_PUBLISH_FOLDERS=/srv/site."
                    : $"This server publishes only to {string.Join(", ", named)} and what is in it.");
    }

    private static bool Holds(string outer, string inner) =>
        inner == outer || inner.StartsWith(outer.TrimEnd('/') + "/", StringComparison.Ordinal);
}
