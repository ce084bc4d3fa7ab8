using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsCheck;
using CsvHelper;
using Irvak.Captures.Documents;

namespace Irvak.Captures.Tests;

/// <summary>The two formats that a library can read as well: the same text must give the same cells and values.</summary>
public class TablesAgainstLibrariesTests
{
    private static readonly Gen<string> Cell = Gen.OneOf(
        Gen.Const(""),
        Gen.String[Gen.Char["abc 1,;\"\n\té"], 0, 8],
        Gen.Int[0, 9999].Select(n => $"{n}")
    );

    private static readonly Gen<string[][]> Table =
        from columns in Gen.Int[2, 6]
        from rows in Cell.Array[columns].Array[1, 12]
        select (string[][])
            [
                [.. Enumerable.Range(0, columns).Select(i => $"Column {i}")],
                .. rows,
            ];

    /// <summary>Source: RFC 4180, written and read by the CsvHelper library.</summary>
    [Fact]
    public void A_table_written_by_the_library_is_read_as_the_library_reads_it() =>
        Table.Sample(
            table =>
            {
                // A row of empty cells alone is a blank line to a person.
                var rows = table.Where(r => r.Any(c => c.Trim().Length > 0)).ToArray();
                if (rows.Length < 2)
                    return;
                foreach (var (separator, end) in new[] { (',', "\n"), (';', "\r\n"), ('\t', "\n") })
                {
                    var text = new StringBuilder();
                    foreach (var row in rows)
                        text.Append(string.Join(separator, row.Select(c => Quoted(c, separator)))).Append(end);
                    var theirs = new List<string[]>();
                    using (
                        var csv = CsvReader.FromText(
                            text.ToString(),
                            new CsvReaderOptions
                            {
                                HasHeader = false,
                                Separator = separator,
                                SkipEmptyLines = true,
                            }
                        )
                    )
                        while (csv.Read())
                            theirs.Add([.. csv.Current.ToArray()]);
                    var ours = CsvTable.Read(text.ToString())!;
                    Assert.Equal(theirs[0].Select(c => c.Trim()), ours.Columns);
                    Assert.Equal(theirs.Skip(1), ours.Rows.Select(r => r.Texts().ToArray()));
                }
            },
            iter: 400
        );

    private static string Quoted(string cell, char separator) =>
        cell.AsSpan().IndexOfAny([separator, '"', '\n', '\r', ' ']) >= 0
            ? "\"" + cell.Replace("\"", "\"\"", StringComparison.Ordinal) + "\""
            : cell;

    [Theory]
    [InlineData("a,b\n1,x \"y\" z\n", "1|x \"y\" z")]
    [InlineData("a,b\r\n 1 ,\"2\"\r\n", "1|2")]
    [InlineData("a,b\n\"two\nlines\",\"say \"\"so\"\"\"", "two\nlines|say \"so\"")]
    [InlineData("a,b\n1,\"never closed\n2,3\n", "1|never closed\n2,3")]
    public void Sloppy_tables_keep_their_cells(string text, string cells) =>
        Assert.Equal(cells.Split('|'), Enumerable.Range(0, 2).Select(i => CsvTable.Read(text)!.Rows[0].Cell(i).ToString()));

    [Fact]
    public void A_row_tells_the_line_it_begins_in()
    {
        var table = CsvTable.Read("\n#TYPE x\na,b\n\"1\n1\",2\n3,4\n")!;
        Assert.Equal([4, 6], table.Rows.Select(r => r.Line));
    }

    [Fact]
    public void A_table_too_long_says_from_which_line_on_it_was_not_read()
    {
        var text = "Bay;Serial\n" + string.Concat(Enumerable.Range(1, 100_003).Select(i => $"{i};S{i}\n"));
        var read = DriveTable.Read(text, DriveTable.Preview(text)!.Guess);
        Assert.Equal((100_000, true), (read.Seen.Drives.Count, read.CutOff));
        Assert.Contains(read.Remarks, r => r.Contains("from line 100002 on", StringComparison.Ordinal));
    }

    private static readonly Gen<JsonNode?> Json = Gen.Recursive<JsonNode?>(
        (depth, inner) =>
            depth > 4
                ? Leaf
                : Gen.Frequency(
                    (3, Leaf),
                    (1, inner.Array[0, 4].Select(a => (JsonNode?)new JsonArray([.. a.Select(x => x?.DeepClone())]))),
                    (
                        2,
                        Gen.Select(Gen.Int[0, 4].Select(i => Names![i]).Array[0, 4], inner.Array[4], (string[] names, JsonNode?[] values) =>
                            (JsonNode?)new JsonObject(names.Distinct().Select((n, i) => KeyValuePair.Create(n, values[i]?.DeepClone())))
                        )
                    )
                )
    );

    private static Gen<JsonNode?> Leaf =>
        Gen.OneOf<JsonNode?>(
            Gen.String[Gen.Char["ab \"\\/\n\té€"], 0, 6].Select(s => (JsonNode?)System.Text.Json.Nodes.JsonValue.Create(s)),
            Gen.Long.Select(n => (JsonNode?)System.Text.Json.Nodes.JsonValue.Create(n)),
            Gen.Bool.Select(b => (JsonNode?)System.Text.Json.Nodes.JsonValue.Create(b)),
            Gen.Bool.Select(_ => (JsonNode?)null)
        );

    private static readonly string[] Names = ["size", "Name", "serial number", "été", "x\"y"];

    /// <summary>Source: ECMA-404, written by the platform's own JSON library.</summary>
    [Fact]
    public void A_document_is_read_as_the_library_wrote_it() =>
        Json.Sample(
            node =>
            {
                foreach (var indented in new[] { false, true })
                {
                    var text = Encoding.UTF8.GetBytes(
                        new JsonObject { ["all"] = node?.DeepClone() }.ToJsonString(new JsonSerializerOptions { WriteIndented = indented })
                    );
                    var document = Documents
                        .JsonValue.Parse(text, 0, new LineStarts(text), new Documents.JsonNames(), out var end, out var trouble)!
                        .Value;
                    Assert.Null(trouble);
                    Assert.Equal(text.Length, end);
                    Same(node, document["ALL"]!.Value);
                    document.Free();
                }
            },
            iter: 500
        );

    private static void Same(JsonNode? theirs, Documents.JsonValue ours)
    {
        switch (theirs)
        {
            case null:
                Assert.Equal(JsonTokenType.Null, ours.Kind);
                break;
            case JsonObject o:
                Assert.True(ours.IsObject);
                foreach (var (name, value) in o)
                    Same(value, ours[name]!.Value);
                Assert.Null(ours["no such member"]);
                break;
            case JsonArray a:
                Assert.Equal(a.Count, ours.Items.Count);
                for (var i = 0; i < a.Count; i++)
                    Same(a[i], ours.Items[i]);
                break;
            default:
                if (theirs.GetValueKind() == JsonValueKind.String)
                    Assert.Equal(theirs.GetValue<string>().Trim() is { Length: > 0 } t ? t : null, ours.Text);
                else if (theirs.GetValueKind() == JsonValueKind.Number)
                    Assert.Equal(theirs.GetValue<long>(), ours.Long);
                else
                    Assert.Equal(theirs.GetValue<bool>(), ours.Bool);
                break;
        }
    }

    [Fact]
    public void A_document_cut_anywhere_gives_what_it_holds_up_to_there()
    {
        const string whole = """{"a":[{"n":1},{"n":2,"m":"x"},{"n":3}],"b":{"c":true}}""";
        var counts = new List<int>();
        for (var cut = 1; cut < whole.Length; cut++)
        {
            var text = Encoding.UTF8.GetBytes(whole[..cut]);
            var document = Documents
                .JsonValue.Parse(text, 0, new LineStarts(text), new Documents.JsonNames(), out _, out var trouble)!
                .Value;
            Assert.Contains(trouble, (string[])["it stops in the middle", "it is broken off or damaged from here on"]);
            counts.Add(document["a"]?.Items.Count(i => i["n"]?.Long is not null) ?? 0);
        }
        Assert.Equal(counts.Order(), counts);
        Assert.Equal(3, counts[^1]);
    }
}
