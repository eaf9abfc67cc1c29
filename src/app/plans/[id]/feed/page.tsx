import { FeedStage } from '@/ui/feed'

export default function FeedPage() {
  return <FeedStage />
}
