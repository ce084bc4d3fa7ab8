using System.Text.Json;
using Irvak.Core.Quantities;
using Irvak.Tests;

namespace Irvak.Core.Tests.Quantities;

/// <summary>One form of each quantity, whoever writes it: the interface is held to the same table. Common practice, no source.</summary>
public class FormatCasesTests
{
    private static readonly Dictionary<string, Func<double, string>> Forms = new()
    {
        ["chance"] = Chance.Words,
        ["memoryMiB"] = v => ByteCount.FromMiB((long)v).ToString(),
        ["euro"] = v => Money.Euro((decimal)v).ToString(),
        ["decimalBytes"] = v => DiskSpace.TB((long)v),
        ["binaryBytes"] = v => DiskSpace.Binary((long)v),
        ["hours"] = Hours.Words,
        ["megabytesPerSecond"] = v => new Throughput(v).ToString(),
    };

    public static TheoryData<string> Names => [.. Forms.Keys];

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_case_of_the_table_is_written_so(string form)
    {
        var rows = Table().GetProperty(form).EnumerateArray().Select(r => (Value: r[0].GetDouble(), Text: r[1].GetString())).ToList();
        Assert.NotEmpty(rows);
        Assert.Equal(rows.Select(r => r.Text), rows.Select(r => Forms[form](r.Value)));
    }

    [Fact]
    public void Every_form_of_the_table_is_tested() =>
        Assert.Equal(Forms.Keys.Order(), Table().EnumerateObject().Select(p => p.Name).Order());

    private static JsonElement Table() =>
        JsonDocument.Parse(File.ReadAllText(Repository.At("tests", "Shared", "format-cases.json"))).RootElement;
}
