import { queryOptions } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { components } from "./schema";
import { asFile, ofRevision } from "./queries";
import { at, propertyOf } from "./shownBy";

type Schemas = components["schemas"];
export type LogWork = Schemas["LogWork"];
export type LogForm = Schemas["LogForm"];
export type LogField = Schemas["LogField"];
export type LogRow = Schemas["LogEntry"];
export type Lasting = Schemas["Lasting"];
export type Behaving = Schemas["Behaving"];
export type Wear = Schemas["WearPlan"];
export type Due = Schemas["DueRow"];

/** The log of a property on a day, judged by a revision of its design. */
export const logQuery = (id: string, revision: number, on: string) =>
  ofRevision(["log", id, revision, on], () =>
    taken(client.GET("/api/properties/{property_id}/log", { params: at(id, { revision, on }) })),
  );

export type Device = Schemas["ListedDevice"];
export type MadeDevice = Schemas["MadeDevice"];
export type DeviceKind = Device["kind"];

/** Every device of a property, and how it does. */
export const devicesQuery = (id: string) =>
  queryOptions({
    queryKey: ["devices", id],
    queryFn: () => taken(client.GET("/api/properties/{property_id}/devices", { params: at(id) })),
  });

export const makeDevice = (id: string, device: Schemas["NewDevice"]) =>
  taken(client.POST("/api/properties/{property_id}/devices", { params: at(id), body: device }));

export const withdrawDevice = (id: string, device: string) =>
  taken(
    client.DELETE("/api/properties/{property_id}/devices/{device_id}", {
      params: { path: { property_id: propertyOf(id), device_id: device } },
    }),
  );

export type LogTable = Schemas["LogTable"];

/** What a paper log as a table says; nothing of it is kept. */
export const readLogTable = (id: string, file: Blob) =>
  taken(
    client.POST("/api/properties/{property_id}/log/table", {
      params: at(id),
      body: file as unknown as string,
      ...asFile,
    }),
  );

/** Keeps all that such a table says. */
export const keepLogTable = (id: string, file: Blob) =>
  taken(
    client.PUT("/api/properties/{property_id}/log/table", {
      params: at(id),
      body: file as unknown as string,
      ...asFile,
    }),
  );
