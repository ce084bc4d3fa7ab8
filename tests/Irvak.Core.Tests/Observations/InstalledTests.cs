using Irvak.Core.Observations;

namespace Irvak.Core.Tests.Observations;

/// <summary>A total is known when each of its parts is; SMBIOS (DSP0134) tells 0 for an empty slot and FFFFh for an unknown size.</summary>
public class InstalledTests
{
    [Theory]
    [InlineData(new[] { 16_384, 0, 16_384 }, 32_768L)]
    [InlineData(new[] { 0, 0 }, 0L)]
    [InlineData(new[] { 16_384, -1 }, null)]
    [InlineData(new int[0], null)]
    public void A_module_of_unknown_size_leaves_the_total_unknown(int[] sizes, long? mib) =>
        Assert.Equal(mib, new Observation { Devices = [.. sizes.Select(s => new SeenDevice { SizeMiB = s < 0 ? null : s })] }.InstalledMiB);
}
