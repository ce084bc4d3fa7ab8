using CsvHelper;
using Irvak.Core.Contracts;

namespace Irvak.Web.Endpoints;

/// <summary>A list as text: comma, semicolon or tab between columns, quotes as RFC 4180 has them.</summary>
internal static class CsvRows
{
    private const int MostRows = 20_000;

    /// <summary>The heading and the rows with their lines, or why the text is no list.</summary>
    public static (IReadOnlyList<string> Columns, IReadOnlyList<(int, IReadOnlyList<string>)> Rows, SheetProblem? Problem) Read(string text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return ([], [], new("/text", "There is nothing in it."));
        var rows = new List<(int, IReadOnlyList<string>)>();
        var line = 1L;
        try
        {
            var options = new CsvReaderOptions
            {
                HasHeader = false,
                TrimWhitespace = true,
                SkipEmptyLines = true,
                TrackLineNumbers = true,
                FieldCountMismatch = CsvFieldCountHandling.Allow,
                MalformedData = CsvMalformedDataHandling.Throw,
                MaxRecordSize = 65_536,
            };
            using var csv = CsvReader.FromText(text.TrimStart('\uFEFF'), options);
            while (csv.Read())
            {
                if (rows.Count > MostRows)
                    return ([], [], new("/text", $"A list holds at most {MostRows} lines."));
                line = csv.LineNumber + 1;
                rows.Add(((int)csv.LineNumber, csv.Current.ToArray()));
            }
        }
        catch (CsvFormatException)
        {
            return (
                [],
                [],
                new("/text", $"From line {line} on this is no list: a quote is opened and never closed, or stands in the middle of a cell.")
            );
        }
        return rows.Count < 2 || rows[0].Item2.Count < 2
            ? ([], [], new("/text", "A list has a heading and at least one line, with at least two columns."))
            : (rows[0].Item2, rows[1..], null);
    }
}
