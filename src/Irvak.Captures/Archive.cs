using System.Formats.Tar;
using System.IO.Compression;

namespace Irvak.Captures;

/// <summary>A file of an archive with what it tells.</summary>
/// <param name="Name">Last part of its name; it is shown, never used as a path.</param>
public sealed record ArchiveFile(string Name, byte[] Bytes, CaptureReading Reading);

/// <summary>
/// An archive of captures (zip, tar, tar with gzip), read in memory with limits on every size: an archive that unpacks to more, or
/// that holds archives, is refused in words. Nothing is ever written to a path that an archive names.
/// </summary>
public static class Archive
{
    public const int MostFiles = 256;

    /// <summary>Most bytes of all files together.</summary>
    public const long MostBytes = 64L * 1024 * 1024;

    /// <summary>True when the bytes begin like an archive.</summary>
    public static bool Looks(ReadOnlySpan<byte> b) => IsZip(b) || IsGzip(b) || IsTar(b);

    private static bool IsZip(ReadOnlySpan<byte> b) => b.StartsWith("PK\x03\x04"u8) || b.StartsWith("PK\x05\x06"u8);

    private static bool IsGzip(ReadOnlySpan<byte> b) => b.Length > 18 && b[0] == 0x1F && b[1] == 0x8B && b[2] == 8;

    private static bool IsTar(ReadOnlySpan<byte> b) => b.Length > 512 && b[257..262].SequenceEqual("ustar"u8);

    /// <summary>Every file with its reading; a problem in one sentence when the archive can't be taken.</summary>
    public static (IReadOnlyList<ArchiveFile> Files, string? Problem) Read(byte[] bytes)
    {
        var files = new List<ArchiveFile>();
        try
        {
            foreach (var (name, content) in IsZip(bytes) ? Zip(bytes) : Tar(bytes))
            {
                if (content is null)
                    return ([], $"{name} is larger than one capture may be (8 MiB); nothing was stored.");
                if (files.Count >= MostFiles)
                    return ([], $"The archive holds more than {MostFiles} files; nothing was stored.");
                if (files.Sum(f => (long)f.Bytes.Length) + content.Length > MostBytes)
                    return ([], "The archive unpacks to more than 64 MiB; nothing was stored.");
                files.Add(
                    new ArchiveFile(
                        name,
                        content,
                        Looks(content)
                            ? CaptureReading.Nothing("An archive within the archive is not opened.")
                            : CaptureReader.Read(content)
                    )
                );
            }
        }
        catch (Exception e)
            when (e
                    is InvalidDataException
                        or EndOfStreamException
                        or IOException
                        or FormatException
                        or NotSupportedException
                        or ArgumentException
                        or OverflowException
            )
        {
            return ([], "The archive is damaged or cut off; nothing was stored.");
        }
        return files.Count == 0 ? ([], "The archive holds no file.") : (files, null);
    }

    private static IEnumerable<(string Name, byte[]? Content)> Zip(byte[] bytes)
    {
        using var zip = new ZipArchive(new MemoryStream(bytes, false), ZipArchiveMode.Read);
        foreach (var entry in zip.Entries.Take(MostFiles + 1))
        {
            if (entry.Name.Length == 0)
                continue;
            using var stream = entry.Open();
            yield return (Plain(entry.FullName), Content(stream));
        }
    }

    private static IEnumerable<(string Name, byte[]? Content)> Tar(byte[] bytes)
    {
        Stream raw = new MemoryStream(bytes, false);
        // A gzip member that is no tar is one capture.
        if (IsGzip(bytes))
        {
            var head = new byte[1024];
            using (var probe = new GZipStream(new MemoryStream(bytes, false), CompressionMode.Decompress))
            {
                var got = probe.ReadAtLeast(head, head.Length, false);
                if (!IsTar(head.AsSpan(0, got)))
                {
                    using var alone = new GZipStream(new MemoryStream(bytes, false), CompressionMode.Decompress);
                    yield return ("capture", Content(alone));
                    yield break;
                }
            }
            raw = new Capped(new GZipStream(raw, CompressionMode.Decompress), MostBytes + 1024 * 1024);
        }
        using var tar = new TarReader(raw);
        // Links and devices of an archive are nobody's captures.
        for (var entry = tar.GetNextEntry(); entry is not null; entry = tar.GetNextEntry())
            if (entry.EntryType is TarEntryType.RegularFile or TarEntryType.V7RegularFile)
                yield return (Plain(entry.Name), entry.DataStream is { } data ? Content(data) : []);
    }

    private static byte[]? Content(Stream stream)
    {
        using var buffer = new MemoryStream();
        var chunk = new byte[65_536];
        int read;
        while ((read = stream.Read(chunk, 0, chunk.Length)) > 0)
        {
            if (buffer.Length + read > CaptureReader.MostBytes)
                return null;
            buffer.Write(chunk, 0, read);
        }
        return buffer.ToArray();
    }

    private static string Plain(string name)
    {
        var last = name.Replace('\\', '/').Split('/')[^1];
        var clean = new string([.. last.Where(c => !char.IsControl(c)).Take(100)]);
        return clean.Length == 0 ? "file" : clean;
    }

    /// <summary>A stream that ends a decompression which never does.</summary>
    private sealed class Capped(Stream inner, long most) : Stream
    {
        private long _read;

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => _read;
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count)
        {
            var n = inner.Read(buffer, offset, count);
            return (_read += n) > most ? throw new InvalidDataException("beyond the limit") : n;
        }

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            if (disposing)
                inner.Dispose();
            base.Dispose(disposing);
        }
    }
}
