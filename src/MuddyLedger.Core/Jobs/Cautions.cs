namespace MuddyLedger.Core.Jobs;

/// <summary>A caution: what can hurt, and what to do about it. Shown before the instruction, always.</summary>
public sealed record Caution(Hazard Hazard, string Danger, string Instead);

/// <summary>Common practice, no source. The maker's manual and the product's own sheet win.</summary>
public static class Cautions
{
    public static Caution For(Hazard hazard) => hazard switch
    {
        Hazard.CarbonMonoxide => new(hazard, "Exhaust kills indoors.", "Run the engine outside, or with the doors wide open and the exhaust pointing out."),
        Hazard.HotParts => new(hazard, "Exhaust and cases burn skin.", "Sleeves down, gloves on; keep clear of the header."),
        Hazard.HotOil => new(hazard, "The oil comes out hot, and sideways at first.", "Hand and sleeve out of its path; tray well under."),
        Hazard.BikeOnStand => new(hazard, "A bike can fall off its stand.", "Firm level floor, stand checked, nobody under it, wheel blocked."),
        Hazard.FuelVapour => new(hazard, "Fuel vapour catches fire.", "No flame, no heater, no smoking; air moving through."),
        Hazard.RunningEngine => new(hazard, "The engine is running.", "In neutral, on the ground, hand on the stop switch; nothing loose near chain or fan."),
        Hazard.UsedOilOnSkin => new(hazard, "Used oil harms skin.", "Gloves; wash it off with soap, not with solvent."),
        Hazard.MovingParts => new(hazard, "Chain and sprocket take fingers.", "Engine off before a hand goes near."),
        Hazard.SlipperyFloor => new(hazard, "Oil on the floor or on a tyre puts you down.", "Wipe it up now; never ride on an oiled tyre."),
        _ => throw new ArgumentOutOfRangeException(nameof(hazard), hazard, "No caution is written for this hazard."),
    };
}
