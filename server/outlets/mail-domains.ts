/** To which addresses outside mail may go, where whoever runs Zud has limited them by their domains. */
import { Refused, type Outlet } from './outlet';

/** @returns why mail does not go to an address; null where it does */
export function domainFault(address: string, domains: readonly string[] | null): string | null {
  const domain = address.slice(address.lastIndexOf('@') + 1).toLowerCase();
  if (domains === null || domains.includes(domain)) return null;
  return domains.length === 0
    ? 'Mail goes to people of this installation only.'
    : `Mail to ${domain} is not allowed here; outside, it goes to ${domains.join(', ')}.`;
}

/** A way out for mail that takes nothing to other domains: what was to go there before they were limited, neither. */
export const limitedTo = (domains: readonly string[] | null, mail: Outlet): Outlet => ({
  send: (message, to) => {
    const fault = to.receiver.kind === 'address' ? domainFault(to.address, domains) : null;
    return fault === null ? mail.send(message, to) : Promise.reject(new Refused(fault));
  },
});
