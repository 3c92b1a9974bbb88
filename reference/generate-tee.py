#!/usr/bin/env python3
"""Writes reference/tee.json: loss coefficients of 90 degree tees (Crane TP-410) from Debian's python3-fluids.

Run: /usr/bin/python3 reference/generate-tee.py > reference/tee.json
"""
import json
from fluids.fittings import (K_branch_converging_Crane, K_branch_diverging_Crane, K_run_converging_Crane,
                             K_run_diverging_Crane)

rows = []
for ratio in (0.5, 0.6, 0.7, 0.75, 0.9, 1.0):
    for share in (0.05, 0.2, 0.35, 0.45, 0.6, 0.8, 0.95):
        arguments = (0.026, 0.026 * ratio, 1 - share, share)
        rows.append({
            "boreRatio": ratio, "branchShare": share,
            "parting": {"run": K_run_diverging_Crane(*arguments), "branch": K_branch_diverging_Crane(*arguments)},
            "joining": {"run": K_run_converging_Crane(*arguments), "branch": K_branch_converging_Crane(*arguments)},
        })
print(json.dumps({"source": "python3-fluids, Crane Technical Paper 410 (2009)", "rows": rows}, indent=1))
