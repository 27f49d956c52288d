import { Dialog, Portal } from '@chakra-ui/react'

interface Props {
  readonly title: string
  readonly open: boolean
  readonly onClose: () => void
  readonly size?: 'sm' | 'md' | 'lg' | 'xl'
  /** Hides the title from sight; it is still read aloud. */
  readonly untitled?: boolean
  readonly alert?: boolean
  readonly children: React.ReactNode
}

/** A window over the screen; Escape closes it. It dims nothing: the pictures stay as they are. */
export function Window({ title, open, onClose, size = 'md', untitled, alert, children }: Props) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(details) => !details.open && onClose()}
      size={size}
      role={alert ? 'alertdialog' : 'dialog'}
    >
      <Portal>
        <Dialog.Backdrop background="transparent" />
        <Dialog.Positioner>
          <Dialog.Content
            boxShadow="none"
            borderWidth="1px"
            borderColor="ink"
            borderRadius="6px"
            padding={untitled ? '0' : '20px'}
          >
            <Dialog.Title
              srOnly={untitled ?? false}
              fontFamily="heading"
              fontSize="22px"
              marginBottom="14px"
            >
              {title}
            </Dialog.Title>
            {children}
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}
