using CsCheck;

namespace Irvak.Captures.Tests;

/// <summary>Every line that is not blank is used or listed, whatever is pasted; and nothing throws.</summary>
public class LineAccountTests
{
    private static void Accounts(string text)
    {
        var reading = CaptureReader.Read(text);
        var lines = text.Split('\n');
        var filled = lines.Select((l, i) => (l, i: i + 1)).Where(x => x.l.Trim('\uFEFF').Trim().Length > 0).Select(x => x.i).ToHashSet();
        var left = reading.Rest.SelectMany(r => Enumerable.Range(r.From, r.To - r.From + 1)).Where(filled.Contains).ToList();
        Assert.Equal(left.Count, left.Distinct().Count());
        Assert.Equal(reading.Lines, reading.Used + left.Count);
        if (reading.Lines > 0)
            Assert.Equal(filled.Count, reading.Lines);
        Assert.NotEmpty(reading.Sentence);
    }

    public static TheoryData<string> All => [.. Fixture.Names];

    [Theory]
    [MemberData(nameof(All))]
    public void Of_every_fixture(string name) => Accounts(Fixture.Text(name));

    [Fact]
    public void Of_fixtures_cut_mixed_and_flipped()
    {
        var texts = Fixture.Names.Select(Fixture.Text).ToArray();
        Gen.Select(
                Gen.Int[0, texts.Length - 1],
                Gen.Int[0, texts.Length - 1],
                Gen.Double[0, 1],
                Gen.Double[0, 1],
                Gen.Char.Array[0, 8],
                Gen.Int[0, 1 << 20]
            )
            .Sample(
                (a, b, cut, from, noise, at) =>
                {
                    var text = texts[a][..(int)(texts[a].Length * cut)] + new string(noise) + texts[b][(int)(texts[b].Length * from)..];
                    var flipped = text.ToCharArray();
                    for (var i = 0; i < noise.Length && flipped.Length > 0; i++)
                        flipped[(at * (i + 7) + i * 131) % flipped.Length] = noise[i];
                    Accounts(new string(flipped).Replace('\r', ' '));
                },
                iter: 400
            );
    }

    [Fact]
    public void Of_any_bytes_at_all() =>
        Gen.Byte.Array[0, 4096].Sample(bytes => Assert.NotEmpty(CaptureReader.Read(bytes).Sentence), iter: 2000);
}
