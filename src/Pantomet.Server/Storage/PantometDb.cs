using System.Text.Json;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Pantomet.Core.Pictures;
using Pantomet.Core.Publishing;
using Pantomet.Core.Sources;
using Pantomet.Server.Acts;
using Pantomet.Server.Destinations;
using Pantomet.Server.Fonts;
using Pantomet.Server.Framing;
using Pantomet.Server.Jobs;
using Pantomet.Server.Packages;
using Pantomet.Server.Publishing;
using Pantomet.Server.Publishing.Publications;
using Pantomet.Server.Publishing.Targets;
using Pantomet.Server.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.SiteCheck;
using Pantomet.Server.Sources;
using Pantomet.Server.Sources.Watching;

namespace Pantomet.Server.Storage;

/// <summary>Everything that is remembered, except the files themselves.</summary>
internal sealed class PantometDb(DbContextOptions<PantometDb> options) : DbContext(options)
{
    /// <summary>How records are written. What one computes from its members is not stored.</summary>
    public static readonly JsonSerializerOptions Stored = new(JsonSerializerDefaults.Web) { IgnoreReadOnlyProperties = true };

    public DbSet<SourceRow> Sources => Set<SourceRow>();

    public DbSet<DestinationRow> Destinations => Set<DestinationRow>();

    public DbSet<SlotRow> Slots => Set<SlotRow>();

    public DbSet<FramingStepRow> FramingSteps => Set<FramingStepRow>();

    public DbSet<JobRow> Jobs => Set<JobRow>();

    public DbSet<RunRow> Runs => Set<RunRow>();

    public DbSet<PairingRow> Pairings => Set<PairingRow>();

    public DbSet<VariantRow> Variants => Set<VariantRow>();

    public DbSet<RenderedFileRow> RenderedFiles => Set<RenderedFileRow>();

    public DbSet<RecipeRow> Recipes => Set<RecipeRow>();

    public DbSet<RunFileRow> RunFiles => Set<RunFileRow>();

    public DbSet<PackageRow> Packages => Set<PackageRow>();

    public DbSet<ActRow> Acts => Set<ActRow>();

    public DbSet<IntakeRow> Intakes => Set<IntakeRow>();

    public DbSet<ActChangeRow> ActChanges => Set<ActChangeRow>();

    public DbSet<HandedOverRow> HandedOver => Set<HandedOverRow>();

    public DbSet<WatchedFileRow> WatchedFiles => Set<WatchedFileRow>();

    public DbSet<DeliveryRow> Deliveries => Set<DeliveryRow>();

    public DbSet<DeliveredStemRow> DeliveredStems => Set<DeliveredStemRow>();

    public DbSet<TargetRow> Targets => Set<TargetRow>();

    public DbSet<PublicationRow> Publications => Set<PublicationRow>();

    public DbSet<PublicationChangeRow> PublicationChanges => Set<PublicationChangeRow>();

    public DbSet<PublishedFileRow> PublishedFiles => Set<PublishedFileRow>();

    public DbSet<RefusedFileRow> RefusedFiles => Set<RefusedFileRow>();

    public DbSet<SiteCheckRow> SiteChecks => Set<SiteCheckRow>();

    public DbSet<SitePageRow> SitePages => Set<SitePageRow>();

    public DbSet<SitePictureRow> SitePictures => Set<SitePictureRow>();

    public DbSet<SiteFileRow> SiteFiles => Set<SiteFileRow>();

    public DbSet<FontRow> Fonts => Set<FontRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<SourceRow>(source =>
        {
            source.HasKey(row => row.Sequence);
            source.HasIndex(row => row.Id).IsUnique();
            // Two pictures of one name would make files of one name. Those in the bin may share theirs: coming back, they get a free one.
            source.HasIndex(row => row.Stem).IsUnique().HasFilter($"\"{nameof(SourceRow.DeletedAt)}\" IS NULL");
            // The board asks for these of every source, and must not read whole rows for them.
            source.HasIndex(row => new { row.DeletedAt, row.Sequence, row.Id, row.Revision });
            source.HasIndex(row => new { row.DeletedAt, row.Group });
            AsJson(source.Property(row => row.Facts));
            AsJson(source.Property(row => row.Framing));
            AsJson(source.Property(row => row.Proposal));
            AsJson(source.Property(row => row.Weights));
            AsJson(source.Property(row => row.Composed));
            source.Property(row => row.Likeness).HasConversion(likeness => likeness!.Values, values => new Likeness(values));
            source.Property(row => row.FramingRevision).IsConcurrencyToken();
        });
        modelBuilder.Entity<FontRow>().HasKey(row => row.Id);
        modelBuilder.Entity<DestinationRow>().HasKey(row => row.Id);
        modelBuilder.Entity<DeliveryRow>().HasKey(row => row.DestinationId);
        modelBuilder.Entity<DeliveredStemRow>().HasKey(row => row.Stem);
        // A slot's id belongs to one destination, whoever stores first.
        modelBuilder.Entity<SlotRow>(slot =>
        {
            slot.HasKey(row => row.Id);
            slot.HasIndex(row => row.DestinationId);
        });
        modelBuilder.Entity<FramingStepRow>(step =>
        {
            step.HasKey(row => row.Sequence);
            step.HasIndex(row => row.SourceId);
            AsJson(step.Property(row => row.Before));
            AsJson(step.Property(row => row.After));
        });
        modelBuilder.Entity<JobRow>(job =>
        {
            job.HasKey(row => row.Sequence);
            job.HasIndex(row => row.Id).IsUnique();
            job.HasIndex(row => new { row.Kind, row.State });
            job.HasDiscriminator(row => row.Kind).HasValue<RunRow>(JobKind.Run).HasValue<PackageRow>(JobKind.Package)
                .HasValue<ActRow>(JobKind.Act).HasValue<IntakeRow>(JobKind.Intake).HasValue<PublicationRow>(JobKind.Publication)
                .HasValue<SiteCheckRow>(JobKind.SiteCheck);
            job.Ignore(row => row.IsOpen);
        });
        modelBuilder.Entity<PairingRow>(pairing =>
        {
            pairing.HasKey(row => row.Sequence);
            pairing.HasIndex(row => new { row.RunId, row.State });
            pairing.HasIndex(row => row.State);
            AsJson(pairing.Property(row => row.Findings));
        });
        modelBuilder.Entity<VariantRow>(variant =>
        {
            variant.HasKey(row => row.Sequence);
            variant.HasIndex(row => row.Id).IsUnique();
            variant.HasIndex(row => row.Recipe);
            variant.HasIndex(row => row.RunId);
            variant.HasOne(row => row.File).WithMany().HasForeignKey(row => row.FileSequence).OnDelete(DeleteBehavior.Restrict);
            variant.HasIndex(row => new { row.SourceId, row.SlotId });
            AsJson(variant.Property(row => row.Findings));
            AsJson(variant.Property(row => row.Remedies));
        });
        modelBuilder.Entity<RenderedFileRow>(file =>
        {
            file.HasKey(row => row.Sequence);
            file.HasIndex(row => row.Recipe).IsUnique();
            file.HasIndex(row => row.Sha256);
            file.HasIndex(row => new { row.IsEvicted, row.UsedAt });
            AsJson(file.Property(row => row.Findings));
        });
        modelBuilder.Entity<RecipeRow>(recipe =>
        {
            recipe.HasKey(row => row.FileSequence);
            recipe.Property(row => row.FileSequence).ValueGeneratedNever();
            recipe.HasOne<RenderedFileRow>().WithOne().HasForeignKey<RecipeRow>(row => row.FileSequence).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<RunFileRow>(file =>
        {
            file.HasKey(row => new { row.RunId, row.VariantSequence });
            file.HasIndex(row => row.VariantSequence);
        });
        modelBuilder.Entity<WatchedFileRow>().HasKey(row => row.Path);
        modelBuilder.Entity<HandedOverRow>().HasKey(row => new { row.DestinationId, row.Path });
        modelBuilder.Entity<TargetRow>(target =>
        {
            target.HasKey(row => row.Id);
            target.HasIndex(row => row.Name).IsUnique();
            AsJson(target.Property(row => row.Place));
        });
        modelBuilder.Entity<PublicationRow>().HasIndex(row => row.TargetId);
        modelBuilder.Entity<PublicationChangeRow>(change =>
        {
            change.HasKey(row => row.Sequence);
            change.HasIndex(row => new { row.PublicationId, row.State });
            AsJson(change.Property(row => row.Picture));
            AsJson(change.Property(row => row.FormerPicture));
        });
        modelBuilder.Entity<PublishedFileRow>(file =>
        {
            file.HasKey(row => new { row.TargetId, row.Path });
            AsJson(file.Property(row => row.Picture));
        });
        modelBuilder.Entity<RefusedFileRow>(file =>
        {
            file.HasKey(row => new { row.TargetId, row.Path });
            file.HasIndex(row => new { row.SourceId, row.SlotId });
        });
        modelBuilder.Entity<SiteCheckRow>(check =>
        {
            AsJson(check.Property(row => row.Given));
            AsJson(check.Property(row => row.Addresses));
            AsJson(check.Property(row => row.NotRead));
        });
        modelBuilder.Entity<SitePageRow>(page =>
        {
            page.HasKey(row => row.Sequence);
            page.HasIndex(row => row.CheckId);
        });
        modelBuilder.Entity<SitePictureRow>(picture =>
        {
            picture.HasKey(row => row.Sequence);
            picture.HasIndex(row => row.CheckId);
            picture.HasIndex(row => row.Sha256);
            AsJson(picture.Property(row => row.Places));
            AsJson(picture.Property(row => row.Findings));
        });
        modelBuilder.Entity<SiteFileRow>(file =>
        {
            file.HasKey(row => row.Sha256);
            AsJson(file.Property(row => row.Facts));
            file.Property(row => row.Likeness).HasConversion(likeness => likeness!.Values, values => new Likeness(values));
        });
        modelBuilder.Entity<PackageRow>(package => AsJson(package.Property(row => row.Selection)));
        modelBuilder.Entity<IntakeRow>(intake => AsJson(intake.Property(row => row.Files)));
        modelBuilder.Entity<ActRow>(act =>
        {
            AsJson(act.Property(row => row.Request));
            AsJson(act.Property(row => row.SourceIds));
        });
        modelBuilder.Entity<ActChangeRow>(change =>
        {
            change.HasKey(row => row.Sequence);
            change.HasIndex(row => new { row.ActId, row.SourceId }).IsUnique();
            AsJson(change.Property(row => row.Before));
            AsJson(change.Property(row => row.After));
        });
    }

    public override Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        foreach (var source in ChangeTracker.Entries<SourceRow>().Where(entry => entry.State == EntityState.Modified))
            source.Entity.Revision++;
        return base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
    }

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        configurationBuilder.Properties<DateTime>().HaveConversion<UtcConverter>();
        configurationBuilder.Properties<JobState>().HaveConversion<string>();
        configurationBuilder.Properties<QueueState>().HaveConversion<string>();
        configurationBuilder.Properties<VariantState>().HaveConversion<string>();
        configurationBuilder.Properties<JobKind>().HaveConversion<string>();
        configurationBuilder.Properties<WatchedState>().HaveConversion<string>();
        configurationBuilder.Properties<ChangeState>().HaveConversion<string>();
        configurationBuilder.Properties<ChangeKind>().HaveConversion<string>();
        configurationBuilder.Properties<FileRole>().HaveConversion<string>();
        configurationBuilder.Properties<CheckStage>().HaveConversion<string>();
        configurationBuilder.Properties<PossibleState>().HaveConversion<string>();
        configurationBuilder.Properties<PictureFormat>().HaveConversion<string>();
    }

    private static void AsJson<T>(PropertyBuilder<T> property) => property.HasConversion(
        value => JsonSerializer.Serialize(value, Stored),
        text => JsonSerializer.Deserialize<T>(text, Stored)!,
        // Values are immutable records, replaced as a whole.
        new ValueComparer<T>((left, right) => Equals(left, right), value => value == null ? 0 : value.GetHashCode(), value => value));

    // SQLite forgets that a time was UTC.
    private sealed class UtcConverter() : ValueConverter<DateTime, DateTime>(
        time => time, time => DateTime.SpecifyKind(time, DateTimeKind.Utc));
}
