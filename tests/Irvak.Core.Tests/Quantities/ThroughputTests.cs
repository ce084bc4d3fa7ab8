using System.Text.Json;
using Irvak.Core.Quantities;

namespace Irvak.Core.Tests.Quantities;

/// <summary>Sums over rates by hand; decimal megabytes (ISO 80000-1), 8 bits a byte (IEC 80000-13).</summary>
public class ThroughputTests
{
    [Fact]
    public void A_terabyte_at_a_hundred_megabytes_a_second_takes_ten_thousand_seconds() =>
        Assert.Equal(10_000 / 3600.0, new Throughput(100).HoursFor(1e12), 9);

    [Fact]
    public void Nothing_passes_in_no_time_at_all() => Assert.Equal(double.PositiveInfinity, Throughput.None.HoursFor(1));

    [Fact]
    public void A_line_of_ten_gigabits_is_1250_megabytes() => Assert.Equal(new Throughput(1250), Throughput.OfGigabits(10));

    [Fact]
    public void A_million_and_a_half_bytes_are_one_and_a_half_megabytes() =>
        Assert.Equal(new Throughput(1.5), Throughput.OfBytes(1_500_000));

    [Theory]
    [InlineData(500, 200, 300)]
    [InlineData(200, 200, 0)]
    [InlineData(200, 500, 0)]
    public void What_is_left_is_never_less_than_nothing(double of, double taken, double left) =>
        Assert.Equal(new Throughput(left), Throughput.Rest(new(of), new(taken)));

    [Fact]
    public void Rates_add_divide_and_compare()
    {
        Throughput a = new(300),
            b = new(200),
            same = new(300);
        Assert.Equal(new Throughput(500), a + b);
        Assert.Equal(new Throughput(100), a - b);
        Assert.Equal(1.5, a / b);
        Assert.Equal(new Throughput(150), a / 2);
        Assert.Equal(new Throughput(900), Throughput.Sum([a, a, a]));
        Assert.Equal(b, Throughput.Least(a, b));
        Assert.True(a > b && b < a && a >= same && same <= a);
        Assert.False(b > a || a < b || b >= a || a <= b);
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(0.001, true)]
    public void Anything_above_nothing_passes(double rate, bool passes) => Assert.Equal(passes, new Throughput(rate).Passes);

    [Fact]
    public void In_a_document_it_is_a_number()
    {
        Assert.Equal("[117.25,null]", JsonSerializer.Serialize(new Throughput?[] { new(117.25), null }));
        Assert.Equal([new(117.25), null], JsonSerializer.Deserialize<Throughput?[]>("[117.25,null]")!);
    }

    [Theory]
    [InlineData("\"117\"")]
    [InlineData("true")]
    [InlineData("{}")]
    public void Another_kind_of_value_is_refused(string json) =>
        Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<Throughput>(json));
}
