using System.Text.Json.Nodes;
using Amazon.Runtime;
using Amazon.S3;
using Amazon.S3.Model;

namespace Pantomet.Server.Tests.Publishing;

/// <summary>A bucket of an S3-compatible server of another make (s3rver, from the npm registry), in a folder of its own.</summary>
internal sealed class BucketTestTarget : ITestTarget
{
    private const string Bucket = "galewright-pictures";
    private readonly DirectoryInfo folder;
    private readonly Listening server;
    private readonly int port;
    private readonly AmazonS3Client client;

    private BucketTestTarget(DirectoryInfo folder, Listening server, int port)
    {
        (this.folder, this.server, this.port) = (folder, server, port);
        client = new AmazonS3Client(
            new BasicAWSCredentials("S3RVER", "S3RVER"),
            new AmazonS3Config
            {
                ServiceURL = $"http://127.0.0.1:{port}",
                ForcePathStyle = true,
                AuthenticationRegion = "us-east-1",
                RequestChecksumCalculation = RequestChecksumCalculation.WHEN_REQUIRED,
            });
    }

    public static async Task<BucketTestTarget> StartAsync()
    {
        var (folder, port) = (Directory.CreateTempSubdirectory("pantomet-bucket-"), ServerProcess.FreePort());
        var program = Path.Combine(Repository.Root, "tests", "e2e", "node_modules", "s3rver", "bin", "s3rver.js");
        var server = await Listening.StartAsync(
            port, "node", program, "--directory", folder.FullName, "--address", "127.0.0.1", "--port", $"{port}",
            "--configure-bucket", Bucket);
        return new BucketTestTarget(folder, server, port);
    }

    public JsonObject Description(int? port = null) => new()
    {
        ["name"] = "Bucket",
        ["kind"] = "s3",
        ["endpoint"] = $"http://127.0.0.1:{port ?? this.port}",
        ["bucket"] = Bucket,
        ["prefix"] = "site/pictures",
        ["accessKey"] = "S3RVER",
        ["secretKey"] = "S3RVER",
        ["cacheSeconds"] = 600,
    };

    public async Task<SortedDictionary<string, byte[]>> FilesAsync()
    {
        var files = new SortedDictionary<string, byte[]>(StringComparer.Ordinal);
        var all = await client.ListObjectsV2Async(new ListObjectsV2Request { BucketName = Bucket, Prefix = "site/pictures/" });
        foreach (var one in all.S3Objects ?? [])
        {
            using var answer = await client.GetObjectAsync(Bucket, one.Key);
            using var content = new MemoryStream();
            await answer.ResponseStream.CopyToAsync(content);
            files[one.Key["site/pictures/".Length..]] = content.ToArray();
        }

        return files;
    }

    /// <summary>What the store says of a file to whoever reads it.</summary>
    public async Task<(string MediaType, string CacheControl)> HeadersAsync(string path)
    {
        var found = await client.GetObjectMetadataAsync(Bucket, $"site/pictures/{path}");
        return (found.Headers.ContentType, found.Headers.CacheControl);
    }

    public Task PutAsync(string path, byte[] content) => client.PutObjectAsync(
        new PutObjectRequest
        {
            BucketName = Bucket,
            Key = $"site/pictures/{path}",
            InputStream = new MemoryStream(content),
            UseChunkEncoding = false,
        });

    public ValueTask DisposeAsync()
    {
        client.Dispose();
        server.Dispose();
        folder.Delete(recursive: true);
        return ValueTask.CompletedTask;
    }
}
