using System.Globalization;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Shed;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Sums;

/// <summary>What sums begin with on a bike.</summary>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Values">What the sums begin with on this bike, by sum and field: "premix.ratio". As it would be typed.</param>
public sealed record BikeSumsAnswer(string Nickname, IReadOnlyDictionary<string, string> Values);

/// <summary>The first values of the sums from a bike of the shed: what nobody has entered of it keeps the example.</summary>
public sealed class BikeSumsHandlers(ShedSnapshots snapshots)
{
    /// <summary>What a bike gives the sums to begin with.</summary>
    public async Task<Outcome<BikeSumsAnswer>> GetAsync(Guid bike, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var values = Of(snapshot, await snapshots.SettingsAsync(caller.Cancel))
            .Where(pair => !string.IsNullOrWhiteSpace(pair.Value))
            .ToDictionary(pair => pair.Key, pair => pair.Value!);
        return new BikeSumsAnswer(snapshot.Profile.Nickname, values);
    }

    private static Dictionary<string, string?> Of(BikeSnapshot snapshot, OwnerSettings settings)
    {
        var bike = snapshot.Profile;
        string? Litres(Volume? volume) => volume is { } known ? Shown.Of(known, settings).Editable() : null;
        string? Figure(BikeFigure figure) =>
            bike.Figure(figure) is { } spec && (spec.Low ?? spec.High) is { } value ? value.ToString(CultureInfo.InvariantCulture) : null;
        var tank = Litres(FuelMix.TankOf(bike));
        var ratio = FuelMix.For(bike, snapshot.Pump, Volume.Zero).Ratio?.ToString(CultureInfo.InvariantCulture);
        var oiled = bike.Lubrication == Lubrication.Splash ? bike.Reservoirs.GetValueOrDefault(ReservoirId.Engine)?.DrainOnly : null;
        return new()
        {
            ["premix.fuel"] = ratio is null ? null : tank,
            ["premix.ratio"] = ratio,
            ["tank.to"] = ratio,
            ["stabiliser.inTank"] = tank,
            ["stabiliser.goesIn"] = tank is null ? null : Shown.Of(Volume.Zero, settings).Editable(),
            ["coolant.share"] = CoolantStrength.Of(snapshot.Ledger) is { } strength
                ? Math.Round(strength.Share).ToString(CultureInfo.InvariantCulture)
                : null,
            ["coolant.system"] = Litres(
                bike.Reservoirs.GetValueOrDefault(ReservoirId.Coolant) is { } cool ? cool.DrainOnly ?? cool.DryFill : null
            ),
            ["viscosity.liquidCooled"] = bike.Cooling == Cooling.Liquid ? "true" : "false",
            ["fork.now"] = Figure(BikeFigure.ForkOilLevel),
            ["fork.wanted"] = Figure(BikeFigure.ForkOilLevel),
            ["fork.other"] = Figure(BikeFigure.ForkOilLevel),
            ["gearing.tyre"] = bike.RearTyre?.Size,
            ["wrench.torque"] = bike.Torques.TryGetValue(Fastener.RearAxle, out var axle)
                ? Shown.Of(axle.Torque, settings).Editable()
                : null,
            ["tilt.oil"] = Litres(oiled),
            ["tilt.degrees"] = Figure(BikeFigure.InclineLimit),
        };
    }
}
