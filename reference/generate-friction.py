#!/usr/bin/env python3
"""Writes reference/friction.json: Darcy friction factors (Colebrook, laminar 64/Re) from Debian's python3-fluids.

Run: /usr/bin/python3 reference/generate-friction.py > reference/friction.json
"""
import json
import fluids

rows = []
for relative_roughness in (0.0, 1e-5, 1e-4, 1e-3, 5e-3, 2e-2):
    for reynolds in (100, 500, 1000, 1800, 4200, 5000, 7000, 1e4, 3e4, 1e5, 1e6):
        if reynolds < 2000:
            factor = fluids.friction.friction_laminar(reynolds)
        else:
            factor = fluids.friction.Colebrook(reynolds, relative_roughness)
        rows.append({"reynolds": reynolds, "relativeRoughness": relative_roughness, "darcy": factor})

# A whole pipe, in Pa: 10 m of bore 13.6 mm, roughness 1.5 um, water at 40 C, 400 L/h.
flow = 0.400 / 3600
bore = 0.0136
area = fluids.constants.pi / 4 * bore ** 2
velocity = flow / area
density, viscosity = 992.27, 0.6527e-3
reynolds = density * velocity * bore / viscosity
darcy = fluids.friction.Colebrook(reynolds, 1.5e-6 / bore)
pipe = {
    "length": 10, "bore": bore, "roughness": 1.5e-6, "volumeFlow": flow, "density": density, "viscosity": viscosity,
    "reynolds": reynolds, "pressureLoss": fluids.core.dP_from_K(darcy * 10 / bore, rho=density, V=velocity),
}
print(json.dumps({"source": "python3-fluids, Colebrook-White and 64/Re", "rows": rows, "pipe": pipe}, indent=1))
