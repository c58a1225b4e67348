using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Settings;

/// <summary>How this owner wants things shown. Meters keep the unit of their own dash.</summary>
/// <param name="Volume">In which volumes are typed and read.</param>
/// <param name="Torque">In which torques are typed and read.</param>
/// <param name="Currency">ISO 4217.</param>
/// <param name="Version">Counts up with every change.</param>
public sealed record OwnerSettings(Unit Volume, Unit Torque, string Currency, int Version)
{
    /// <summary>Until the owner says otherwise.</summary>
    public static readonly OwnerSettings Default = new(Unit.Litre, Unit.NewtonMetre, "EUR", 0);

    /// <summary>Those that can be chosen.</summary>
    public static readonly Unit[] VolumeUnits = [Unit.Litre, Unit.Millilitre, Unit.UsQuart, Unit.ImperialPint];

    /// <summary>Those that can be chosen.</summary>
    public static readonly Unit[] TorqueUnits = [Unit.NewtonMetre, Unit.PoundFoot, Unit.PoundInch];

    /// <summary>What cannot be an owner's settings, by field.</summary>
    public static IEnumerable<Refusal> Refuse(string? volume, string? torque, string? currency)
    {
        if (volume is null || !VolumeUnits.Any(unit => unit.Symbol == volume))
            yield return new("volumeUnit", $"must be one of {string.Join(", ", VolumeUnits.Select(unit => unit.Symbol))}");
        if (torque is null || !TorqueUnits.Any(unit => unit.Symbol == torque))
            yield return new("torqueUnit", $"must be one of {string.Join(", ", TorqueUnits.Select(unit => unit.Symbol))}");
        if (currency is not { Length: 3 } || !currency.All(char.IsAsciiLetterUpper))
            yield return new("currency", "must be a currency's three capital letters, such as EUR");
    }
}

/// <summary>How the owner types and reads.</summary>
/// <param name="VolumeUnit">The symbol of the unit in which the owner types and reads volumes.</param>
/// <param name="TorqueUnit">A symbol.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
/// <param name="VolumeUnits">Those that can be chosen.</param>
/// <param name="TorqueUnits">Those that can be chosen.</param>
/// <param name="Version">Counts up with every change, from 1; sent back as If-Match.</param>
public sealed record SettingsAnswer(
    string VolumeUnit,
    string TorqueUnit,
    string Currency,
    IReadOnlyList<string> VolumeUnits,
    IReadOnlyList<string> TorqueUnits,
    int Version
) : IVersioned;

/// <summary>How the owner wants to type and read.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="VolumeUnit">A symbol.</param>
/// <param name="TorqueUnit">A symbol.</param>
/// <param name="Currency">ISO 4217.</param>
public sealed record SettingsChange(Guid Id, string? VolumeUnit, string? TorqueUnit, string? Currency);

/// <summary>What was understood of a typed quantity, for the line under its field.</summary>
/// <param name="Understood">As it was typed; null where it was not understood.</param>
/// <param name="InOwnUnit">In the unit that was asked for; null where it was not understood.</param>
/// <param name="Refusal">Why not, in a sentence.</param>
public sealed record QuantityRead(Shown? Understood, Shown? InOwnUnit, string? Refusal);

/// <summary>How the owner wants things shown, and what was understood of a typed quantity.</summary>
public sealed class SettingsHandlers(IShedReader reader, Writing writing)
{
    /// <summary>The owner's units, currency and ways.</summary>
    public async Task<Outcome<SettingsAnswer>> GetAsync(Caller caller) => AnswerOf(await reader.SettingsAsync(caller.Cancel));

    /// <summary>Changes them; asks for the version that was opened.</summary>
    public async Task<Outcome<SettingsAnswer>> ChangeAsync(SettingsChange body, Caller caller)
    {
        var check = caller.Check(body.Id);
        var currency = body.Currency?.Trim() ?? "";
        check.Refuse(OwnerSettings.Refuse(body.VolumeUnit, body.TorqueUnit, currency));
        if (check.Failed)
            return check.Problem();
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        async Task<SettingsAnswer> Answer() => AnswerOf(await reader.SettingsAsync(caller.Cancel));
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, _) =>
            {
                if ((await reader.SettingsAsync(caller.Cancel)).Version != version)
                    return Problem.Stale(await Answer());
                writer.ChangeSettings(body.VolumeUnit!, body.TorqueUnit!, currency, version);
                return null;
            },
            Answer
        );
    }

    /// <summary>How a typed quantity is understood.</summary>
    public static Outcome<QuantityRead> Read(string text, string unit, Caller caller)
    {
        if (Unit.Find(unit) is not { } bare)
            return Problem.Refused("unit", "is not known here");
        var read = QuantityText.Read(text, bare, decimal.MaxValue / 1e6m, caller.Marks);
        return read.IsRefused
            ? new QuantityRead(null, null, read.Refusal)
            : new QuantityRead(Shown.Of(read.Value), Shown.Of(read.Value.In(bare)), null);
    }

    private static SettingsAnswer AnswerOf(OwnerSettings settings) =>
        new(
            settings.Volume.Symbol,
            settings.Torque.Symbol,
            settings.Currency,
            [.. OwnerSettings.VolumeUnits.Select(unit => unit.Symbol)],
            [.. OwnerSettings.TorqueUnits.Select(unit => unit.Symbol)],
            settings.Version
        );
}
