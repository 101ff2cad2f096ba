// The styles of the component library, of those components alone that are used: the others are nine tenths of it. In the
// order in which the library has them; a test holds that none is lacking. What it lays down for every element stands in `look.css`.
import '@mantine/core/styles/default-css-variables.css';
import '@mantine/core/styles/global.css';
import '@mantine/core/styles/ScrollArea.css';
import '@mantine/core/styles/UnstyledButton.css';
import '@mantine/core/styles/VisuallyHidden.css';
import '@mantine/core/styles/Paper.css';
import '@mantine/core/styles/Overlay.css';
import '@mantine/core/styles/Loader.css';
import '@mantine/core/styles/ActionIcon.css';
import '@mantine/core/styles/CloseButton.css';
import '@mantine/core/styles/ModalBase.css';
import '@mantine/core/styles/Input.css';
import '@mantine/core/styles/Combobox.css';
import '@mantine/core/styles/Button.css';
import '@mantine/core/styles/NumberInput.css';
import '@mantine/core/styles/PasswordInput.css';
import '@mantine/core/styles/Popover.css';
import '@mantine/core/styles/Drawer.css';
import '@mantine/core/styles/Modal.css';
