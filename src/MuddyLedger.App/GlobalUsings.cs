global using MuddyLedger.App.Units;
global using MuddyLedger.Core.Limits;
