using Irvak.Captures;
using Irvak.Captures.Documents;

namespace Irvak.Web;

/// <summary>One capture of what was sent.</summary>
/// <param name="Name">File name within an archive; null for pasted text.</param>
public sealed record CaptureFile(string? Name, byte[] Bytes, CaptureReading Reading);

/// <summary>What was sent, opened: one capture, or every file of an archive.</summary>
/// <param name="Problem">Why nothing of it can be taken; null when something can.</param>
/// <param name="Table">How it would be read as a table of drives, when it is nothing else.</param>
public sealed record CaptureFiles(IReadOnlyList<CaptureFile> Files, string? Problem, TablePreview? Table)
{
    public bool IsArchive => Files.Count > 0 && Files[0].Name is not null;

    public IEnumerable<CaptureFile> Usable => Files.Where(f => f.Reading.IsUsable);

    /// <summary>One sentence about all of it.</summary>
    public string Sentence
    {
        get
        {
            if (Problem is not null)
                return Problem;
            if (!IsArchive)
                return Table is { } table && !Files[0].Reading.IsUsable
                    ? $"A table of {table.Count} rows: say what its columns mean, and it is read as drives behind a controller."
                    : Files[0].Reading.Sentence;
            var kinds = Usable.Select(f => f.Reading.Kind).Distinct().ToList();
            return kinds.Count == 0
                ? $"None of the {Files.Count} files tells anything known."
                : $"Archive: {Usable.Count()} of {Files.Count} files understood: {string.Join(", ", kinds)}.";
        }
    }

    /// <param name="columns">Meaning of each column when the text is a table of drives; null when it is not.</param>
    public static CaptureFiles Open(byte[] bytes, IReadOnlyList<DriveColumn>? columns)
    {
        if (Archive.Looks(bytes))
        {
            var (files, problem) = Archive.Read(bytes);
            return new CaptureFiles([.. files.Select(f => Of(f.Name, f.Bytes, f.Reading))], problem, null);
        }
        if (columns is not null)
        {
            var named = DriveTable.Read(CaptureReader.Text(bytes), columns);
            return new CaptureFiles([Of(null, bytes, named)], named.IsUsable ? null : named.Sentence, null);
        }
        var reading = CaptureReader.Read(bytes);
        var table = reading.IsUsable || bytes.Length > CaptureReader.MostBytes ? null : DriveTable.Preview(CaptureReader.Text(bytes));
        return new CaptureFiles(
            [Of(null, bytes, reading)],
            reading.IsUsable ? null
                : table is null ? reading.Sentence
                : null,
            table
        );
    }

    /// <summary>A file as it was read, without values that nothing has.</summary>
    private static CaptureFile Of(string? name, byte[] bytes, CaptureReading reading)
    {
        var (seen, remarks) = Sifted.Of(reading.Seen);
        return new CaptureFile(
            name,
            bytes,
            remarks.Count == 0 ? reading : reading with { Seen = seen, Remarks = [.. reading.Remarks, .. remarks] }
        );
    }
}
