using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Sums;

/// <summary>What a torque wrench is set to when something lengthens it.</summary>
public static class TorqueWrench
{
    /// <summary>
    /// An adaptor in line with the wrench makes the lever longer, so the wrench is set lower: torque x length / (length + adaptor).
    /// </summary>
    /// <remarks>Levers: the same force on the handle at two distances. Set crosswise, an adaptor changes nothing.</remarks>
    /// <param name="length">From the middle of the handle to the square, above zero.</param>
    /// <param name="adaptor">From the square to the bolt, in line.</param>
    public static Torque Setting(Torque wanted, Length length, Length adaptor) =>
        Torque.FromNewtonMetres(wanted.NewtonMetres * length.Millimetres / (length.Millimetres + adaptor.Millimetres));
}
