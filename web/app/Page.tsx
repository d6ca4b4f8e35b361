/** The frame of every place: the masthead along the top, the place, and the ask line at the foot. */
import { useContext, type ReactNode } from 'react';
import { NavLink, Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { Menu } from '../parts/controls';
import { Finder } from '../parts/Finder';
import { api } from './api';
import { useInterface } from './interface-state';
import { Mark } from './Mark';
import { SessionContext } from './session';
import { NARROW } from './theme';

const Frame = styled.div`
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
`;
const Masthead = styled.header`
  display: flex;
  align-items: stretch;
  gap: 28px;
  padding: 0 24px;
  border-bottom: 1px solid var(--line);
  height: 48px;
  @media (max-width: ${NARROW}) {
    gap: 14px;
    padding: 0 14px;
  }
`;
const Home = styled(Link)`
  display: flex;
  align-items: center;
  text-decoration: none;
  padding-bottom: 6px;
`;
const Places = styled.nav`
  display: flex;
  gap: 28px;
  align-items: stretch;
  @media (max-width: ${NARROW}) {
    gap: 9px;
  }
  a {
    display: flex;
    align-items: center;
    text-decoration: none;
    color: var(--quiet);
    font-size: 13.5px;
    border-bottom: 2px solid transparent;
    margin-bottom: -1px;
  }
  a:hover {
    color: var(--ink);
  }
  a.active {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--ink);
  }
`;
const Right = styled.div`
  margin-left: auto;
  min-width: 0;
  display: flex;
  align-items: center;
  button {
    border: 0;
    font-weight: 600;
    padding: 4px 0;
    max-width: 34vw;
    overflow: hidden;
    text-overflow: ellipsis;
    @media (max-width: ${NARROW}) {
      max-width: 20vw;
    }
  }
`;
const Content = styled.div`
  overflow: auto;
  min-height: 0;
`;
const Padded = styled.main`
  padding: 24px;
  max-width: 1280px;
  margin: 0 auto;
  @media (max-width: ${NARROW}) {
    padding: 16px;
  }
`;

/** @param props.bare the place lays itself out over the whole width and height */
export function Page(props: { children: ReactNode; foot?: ReactNode; bare?: boolean }) {
  const person = useContext(SessionContext);
  const { theme, setTheme } = useInterface();
  const navigate = useNavigate();
  const act = (id: string) => {
    if (['changes', 'people', 'account', 'actions', 'alerts', 'briefings', 'jobs'].includes(id))
      void navigate(`/${id}`);
    else if (id === 'out') void api.signOut().then(() => window.location.assign('/'));
    else setTheme(id as 'light' | 'dark' | 'system');
  };
  return (
    <Frame>
      <Masthead>
        <Home to="/" aria-label="Zud, today">
          <Mark />
        </Home>
        {person ? (
          <>
            <Places aria-label="Places">
              <NavLink to="/" end>
                Today
              </NavLink>
              <NavLink to="/inquiries">Inquiries</NavLink>
              <NavLink to="/boards">Boards</NavLink>
              <NavLink to="/models">Models</NavLink>
            </Places>
            <Right>
              <Finder />
              <Menu
                label={person.name}
                ariaLabel={`${person.name}: look, account and sign out`}
                onChoose={act}
                entries={[
                  { id: 'light', label: 'Light', disabled: theme === 'light' },
                  { id: 'dark', label: 'Dark', disabled: theme === 'dark' },
                  { id: 'system', label: 'As the system', disabled: theme === 'system' },
                  { id: 'alerts', label: 'Alerts', note: 'what you are told of, and when' },
                  { id: 'briefings', label: 'Briefings', note: 'pages that come to you and others' },
                  ...(person.role === 'viewer'
                    ? []
                    : [{ id: 'actions', label: 'Actions', note: 'what other programs did for you' }]),
                  { id: 'account', label: 'Your account', note: 'password, sessions, tokens' },
                  ...(person.role === 'admin'
                    ? [
                        { id: 'people', label: 'People' },
                        { id: 'changes', label: 'Changes of rights and data' },
                        { id: 'jobs', label: 'What runs and was sent' },
                      ]
                    : []),
                  { id: 'out', label: 'Sign out', note: `${person.email}, ${person.role}` },
                ]}
              />
            </Right>
          </>
        ) : null}
      </Masthead>
      {props.bare ? (
        props.children
      ) : (
        <Content tabIndex={0}>
          <Padded>{props.children}</Padded>
        </Content>
      )}
      {props.foot ?? <span />}
    </Frame>
  );
}
