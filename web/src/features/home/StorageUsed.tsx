import { Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { formatBytes } from '@cloudbank/core/words'

/** How much room the shoots take in this browser, and how much there is. */
export function StorageUsed() {
  const [estimate, setEstimate] = useState<StorageEstimate | null>(null)
  useEffect(() => {
    void navigator.storage.estimate().then(setEstimate)
  }, [])
  if (!estimate?.usage || !estimate.quota) return null
  return (
    <Text color="softInk" marginTop="20px">
      {formatBytes(estimate.usage)} used in this browser,{' '}
      {formatBytes(estimate.quota - estimate.usage)} free. Deleting a shoot frees its photographs
      and renditions.
    </Text>
  )
}
