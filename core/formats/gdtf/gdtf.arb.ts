/** A GDTF file from elsewhere. */

import { createHash } from 'node:crypto';
import { strToU8 } from 'fflate';
import type { FixtureType } from '../../model/records.js';
import { writeZip } from '../zip/write.js';
import { gdtfFields } from './keep.js';
import { type GdtfRead, readGdtf } from './read.js';

export const hash = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
export const said = (type: FixtureType) => Object.fromEntries(gdtfFields.map((key) => [key, type[key]]));
export const png = (width: number, height: number): Uint8Array => {
  const bytes = new Uint8Array(40);
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
  new DataView(bytes.buffer).setUint32(16, width);
  new DataView(bytes.buffer).setUint32(20, height);
  return bytes;
};
export const glb = (json: object, length?: number): Uint8Array => {
  const text = strToU8(JSON.stringify(json));
  const bytes = new Uint8Array(20 + text.length);
  const view = new DataView(bytes.buffer);
  bytes.set(strToU8('glTF'));
  view.setUint32(4, 2, true);
  view.setUint32(8, length ?? bytes.length, true);
  view.setUint32(12, text.length, true);
  view.setUint32(16, 0x4e4f534a, true);
  bytes.set(text, 20);
  return bytes;
};
/** A moving light as another program might write it: wheels, emitters, models, references to cells, and much that Dessin does not know. */
export const foreign = `<?xml version="1.0" encoding="UTF-8"?>
<GDTF DataVersion="1.2"><FixtureType Name="Lapwing" ShortName="LW" LongName="Lapwing 300" Manufacturer="Quillon" Description="made up" FixtureTypeID="11111111-2222-4333-8444-555555555555" Thumbnail="thumb" RefFT="" CanHaveChildren="No" Flavour="salted">
<AttributeDefinitions><ActivationGroups><ActivationGroup Name="PanTilt"/></ActivationGroups><FeatureGroups><FeatureGroup Name="Dimmer" Pretty="Dim"><Feature Name="Dimmer"/></FeatureGroup></FeatureGroups>
<Attributes><Attribute Name="Dimmer" Pretty="Dim" Feature="Dimmer.Dimmer" PhysicalUnit="LuminousIntensity"/><Attribute Name="Pan" Pretty="P" Feature="Position.PanTilt" PhysicalUnit="Angle"/></Attributes></AttributeDefinitions>
<Wheels><Wheel Name="Colours"><Slot Name="Open" Color="0.3127,0.3290,100"/><Slot Name="Brick" Color="0.64,0.33,21.27" MediaFileName="brick"/></Wheel></Wheels>
<PhysicalDescriptions><Emitters><Emitter Name="Amber" Color="0.57,0.42,40" DominantWaveLength="590"/></Emitters><CRIs><CRIGroup ColorTemperature="6000"/></CRIs><Properties><OperatingTemperature Low="-5" High="45"/><Weight Value="21.5"/><PowerConsumption Value="480" PowerFactor="0.95" VoltageLow="100" VoltageHigh="240"/></Properties></PhysicalDescriptions>
<Models><Model Name="Base" Length="0.4" Width="0.3" Height="0.12" PrimitiveType="Base"/><Model Name="Head" Length="0.3" Width="0.3" Height="0.35" PrimitiveType="Head" File="head"/></Models>
<Geometries><Geometry Name="Root" Model="Base" Position="{1,0,0,0}{0,1,0,0}{0,0,1,0}{0,0,0,1}"><Axis Name="Yoke" Position="{1,0,0,0}{0,1,0,0}{0,0,1,-0.12}{0,0,0,1}"><Axis Name="Tilt" Model="Head" Position="{1,0,0,0}{0,1,0,0}{0,0,1,-0.2}{0,0,0,1}"><Beam Name="Lens" LampType="LED" PowerConsumption="450" LuminousFlux="11000" ColorTemperature="6800" BeamAngle="14" FieldAngle="20" BeamType="Spot" Position="{1,0,0,0}{0,1,0,0}{0,0,1,-0.1}{0,0,0,1}"/></Axis></Axis>
<GeometryReference Name="Ring 1" Geometry="Pixel"><Break DMXOffset="10" DMXBreak="1"/></GeometryReference><GeometryReference Name="Ring 2" Geometry="Pixel"><Break DMXOffset="13" DMXBreak="1"/></GeometryReference></Geometry>
<Geometry Name="Pixel"/></Geometries>
<DMXModes><DMXMode Name="Full" Geometry="Root" Description="all of it"><DMXChannels>
<DMXChannel DMXBreak="1" Offset="1,2" Highlight="255/1" Geometry="Yoke" InitialFunction="Yoke_Pan.Pan.Pan 1"><LogicalChannel Attribute="Pan"><ChannelFunction Name="Pan 1" Attribute="Pan" DMXFrom="0/1" Default="128/1" PhysicalFrom="-270" PhysicalTo="270" RealFade="2.5"/></LogicalChannel></DMXChannel>
<DMXChannel DMXBreak="1" Offset="3" Highlight="255/1" Geometry="Lens"><LogicalChannel Attribute="Dimmer" Master="Grand"><ChannelFunction Name="Dimmer 1" Attribute="Dimmer" DMXFrom="0/1" Default="0/1" PhysicalFrom="0" PhysicalTo="1"/></LogicalChannel></DMXChannel>
<DMXChannel DMXBreak="1" Offset="4" Highlight="None" Geometry="Lens"><LogicalChannel Attribute="Color1"><ChannelFunction Name="Index" Attribute="Color1" DMXFrom="0/1" Default="5/1" PhysicalFrom="0" PhysicalTo="1" Wheel="Colours"><ChannelSet Name="Brick" DMXFrom="10/1" WheelSlotIndex="2"/></ChannelFunction><ChannelFunction Name="Spin" Attribute="Color1WheelSpin" DMXFrom="128/1" PhysicalFrom="-100" PhysicalTo="100"/></LogicalChannel></DMXChannel>
<DMXChannel DMXBreak="1" Offset="1" Highlight="255/1" Geometry="Pixel"><LogicalChannel Attribute="ColorAdd_R"><ChannelFunction Name="R" Attribute="ColorAdd_R" DMXFrom="0/1"/></LogicalChannel></DMXChannel>
<DMXChannel DMXBreak="1" Offset="None" Geometry="Lens"><LogicalChannel Attribute="Zoom"><ChannelFunction Name="Virtual" Attribute="Zoom" DMXFrom="0/1"/></LogicalChannel></DMXChannel>
</DMXChannels><Relations><Relation Name="Half" Master="Lens_Dimmer" Follower="Lens_Color1" Type="Multiply"/></Relations><FTMacros><FTMacro Name="Shake"/></FTMacros></DMXMode></DMXModes>
<Revisions><Revision Text="first" Date="2025-01-01T00:00:00" UserID="7"/></Revisions><FTPresets><Preset Odd="yes"/></FTPresets><Protocols><FTRDM ManufacturerID="0x1234"/></Protocols><SomethingNew Deep="1"><Inside/></SomethingNew></FixtureType></GDTF>`;
export const resources: [string, Uint8Array][] = [
  ['thumb.png', png(256, 256)],
  ['wheels/brick.png', png(64, 64)],
  ['models/gltf/head.glb', glb({ meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }], accessors: [{ count: 36 }] })],
  ['notes/readme.txt', strToU8('kept')],
];
export const archive = (xml: string, files = resources) => writeZip([['description.xml', strToU8(xml)], ...files]);
export const read = (xml: string, files = resources): GdtfRead => readGdtf(archive(xml, files), 'a.gdtf', { hash });
