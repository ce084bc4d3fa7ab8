using Irvak.Core.Sheets;

namespace Irvak.Core.Drives;

/// <summary>Bytes of a drive whose size is only known as it is spoken of. A capture's own count wins over it.</summary>
public static class NominalSize
{
    // IDEMA LBA1-03: sectors of 512 bytes for 50 GB, and for each further GB; of 4096 bytes likewise. Good for 50 to 8000 GB.
    private const long At50 = 97_696_368,
        EachGB = 1_953_504,
        At50Of4096 = 12_212_046,
        EachGBOf4096 = 244_188;

    /// <summary>Sectors of 512 bytes by IDEMA LBA1-03.</summary>
    /// <param name="gigabytes">Nominal size, 50 to 8000 GB.</param>
    /// <exception cref="ArgumentOutOfRangeException">Outside of the formula's range.</exception>
    public static long Sectors512(long gigabytes) => At50 + (EachGB * (Ranged(gigabytes) - 50));

    /// <summary>Sectors of 4096 bytes by IDEMA LBA1-03.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Outside of the formula's range.</exception>
    public static long Sectors4096(long gigabytes) => At50Of4096 + (EachGBOf4096 * (Ranged(gigabytes) - 50));

    /// <summary>Bytes of a disk above 8 TB: the next whole GiB (SFF-8447).</summary>
    public static long RoundedUp(long gigabytes) => (((gigabytes * 1_000_000_000) + (1L << 30) - 1) >> 30) << 30;

    /// <summary>
    /// Bytes to plan with. Flash above 8 TB exists in both counts: the smaller one. Below 50 GB no standard says more than the name.
    /// </summary>
    /// <param name="gigabytes">Nominal size, 1 to 1 000 000 GB.</param>
    /// <exception cref="ArgumentOutOfRangeException">Zero, negative or beyond that.</exception>
    public static long Bytes(long gigabytes, DriveMedia? media = DriveMedia.Disk)
    {
        if (gigabytes is < 1 or > 1_000_000)
            throw new ArgumentOutOfRangeException(nameof(gigabytes), gigabytes, "A drive has 1 to 1 000 000 GB.");
        if (gigabytes < 50)
            return gigabytes * 1_000_000_000;
        if (gigabytes <= 8000)
            return Sectors512(gigabytes) * 512;
        var formula = (At50 + (EachGB * (gigabytes - 50))) * 512;
        return media == DriveMedia.Flash ? Math.Min(formula, RoundedUp(gigabytes)) : RoundedUp(gigabytes);
    }

    /// <summary>Bytes that sector numbers of 32 bits reach: 2³² sectors.</summary>
    /// <param name="sectorBytes">Logical sector, bytes.</param>
    public static long Limit32(int sectorBytes) => (1L << 32) * sectorBytes;

    private static long Ranged(long gigabytes) =>
        gigabytes is >= 50 and <= 8000
            ? gigabytes
            : throw new ArgumentOutOfRangeException(nameof(gigabytes), gigabytes, "The formula holds from 50 to 8000 GB.");
}
