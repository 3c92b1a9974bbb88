#!/usr/bin/env python3
"""Writes reference/water.json: liquid water at 0.2 MPa absolute from Debian's python3-iapws (IAPWS-IF97).

Run: /usr/bin/python3 reference/generate-water.py > reference/water.json
"""
import json
from iapws import IAPWS97

rows = []
for celsius in list(range(0, 111, 5)) + [1, 37, 42, 63, 99]:
    state = IAPWS97(T=celsius + 273.15, P=0.2)
    rows.append({
        "celsius": celsius,
        "density": state.rho,                  # kg/m3
        "specificHeat": state.cp * 1000,       # J/(kg K)
        "dynamicViscosity": state.mu,          # Pa s
        "conductivity": state.k,               # W/(m K)
    })
print(json.dumps({"source": "python3-iapws, IAPWS-IF97, 0.2 MPa absolute", "rows": rows}, indent=1))
