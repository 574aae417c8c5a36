import { createContext, type ReactNode, useContext, useRef, useState } from 'react';

type Report = (id: string, fault: string | undefined) => void;

const ReportContext = createContext<Report>(() => undefined);
const FaultyContext = createContext(false);

/** Where a sentence tells which of its blanks are not understood. */
export const useFaultReport = (): Report => useContext(ReportContext);
/** Whether a blank around here is not understood: nothing is recorded then, for what was typed would be dropped. */
export const useIsFaulty = (): boolean => useContext(FaultyContext);

/** Holds back every act within it while one of its blanks has a fault, also a blank that may be left empty. */
export function FaultGate({ children }: { children: ReactNode }) {
  const outer = useIsFaulty();
  const [faulty, setFaulty] = useState<ReadonlySet<string>>(new Set());
  const report = useRef<Report>((id, fault) =>
    setFaulty(before => {
      if (before.has(id) === (fault !== undefined)) return before;
      const after = new Set(before);
      if (fault === undefined) after.delete(id);
      else after.add(id);
      return after;
    }),
  );
  return (
    <ReportContext.Provider value={report.current}>
      <FaultyContext.Provider value={outer || faulty.size > 0}>{children}</FaultyContext.Provider>
    </ReportContext.Provider>
  );
}
