# frozen_string_literal: true

require "digest"
require "securerandom"

# A link to one load that can be passed on: it ends by itself, can be taken back, and counts its visits. It shows no
# price.
module Work::Window::ShareLoad
  # viewer - nil for the carrier's own people; input - { key:, days: it holds, nil for the usual }. Returns the
  # link's id. Raises Store::NotFound.
  def self.make(viewer, load_id, input, by:, now:)
    Work::Act.once(input[:key], "share_load", by:, now:, input: input.merge(load_id:)) do |act|
      visible(viewer, load_id)
      days = input[:days] || Core::Window::LINK_DAYS
      salt = SecureRandom.hex(16)
      token_digest = Digest::SHA256.hexdigest(Store::Window.token(salt))
      expires_at = now + (days * 86_400)
      act.changed("load", load_id, { link: [nil, "for #{days} days"] })
      Store::Window::Links.insert(load_id:, salt:, token_digest:, made_by: by.name, made_at: now, expires_at:)
    end
  end

  # Raises Store::NotFound.
  def self.take_back(viewer, link_id, by:, now:)
    Work::Act.once(nil, "unshare_load", by:, now:) do |act|
      link = Store::Window::Links.lock(link_id) or raise Store::NotFound.new("link", link_id)
      visible(viewer, link[:load_id])
      next if link[:revoked_at]

      Store::Window::Links.at(link_id).update(revoked_at: now)
      act.changed("load", link[:load_id], { link: ["since #{link[:made_at].to_date}", nil] })
    end
  end

  def self.visited(link_id, now:) = Store::Window.count_visit(link_id, now)

  def self.visible(viewer, load_id)
    found =
      (
        if viewer
          Store::Window.as(viewer) { Store::Freight::Loads.where(id: load_id).get(:id) }
        else
          Store::Freight.load(load_id)
        end
      )
    raise Store::NotFound.new("load", load_id) unless found
  end
  private_class_method :visible
end
